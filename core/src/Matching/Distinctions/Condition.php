<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\Phrases;
use Wrasse\Core\Matching\TitleText;

/** New unless something else is said. */
final readonly class Condition implements Distinction
{
    private const WORDS = [
        'used' => 'used', 'gebraucht' => 'used', 'gebrauchte' => 'used', 'gebrauchter' => 'used', 'gebrauchtes' => 'used', 'pre owned' => 'used', 'second hand' => 'used', 'secondhand' => 'used', 'like new' => 'used', 'wie neu' => 'used',
        'refurbished' => 'refurbished', 'renewed' => 'refurbished', 'reconditioned' => 'refurbished', 'generalueberholt' => 'refurbished', 'refurb' => 'refurbished', 'wiederaufbereitet' => 'refurbished', 'aufbereitet' => 'refurbished', 'erneuert' => 'refurbished',
        'open box' => 'open box', 'b ware' => 'open box', 'b stock' => 'open box', 'vorfuehrgeraet' => 'open box', 'ausstellungsstueck' => 'open box', 'ex display' => 'open box', 'defekt' => 'broken', 'defective' => 'broken', 'for parts' => 'broken', 'faulty' => 'broken', 'bastler' => 'broken',
    ];

    private Phrases $phrases;

    public function __construct()
    {
        $this->phrases = new Phrases(self::WORDS);
    }

    public function kind(): string
    {
        return 'condition';
    }

    public function takenFrom(TitleText $title): array
    {
        return $this->phrases->takenFrom($title);
    }

    public function agreement(array $ours, array $theirs): ?Agreement
    {
        return match (true) {
            $ours === $theirs => $ours === [] ? null : Agreement::Equal,
            default => Agreement::Differs,
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Wrasse\Core\Reading\Robots\RobotsFile;

/**
 * A host of the web: when it may be asked again, and what it lets robots read. One for all workspaces, as the host
 * meets us once; it holds nothing of any of them.
 *
 * @property string $host
 * @property CarbonImmutable $next_at
 * @property int $failures requests in a row that it did not answer well
 * @property RobotsState|null $robots_state null: not asked yet
 * @property string|null $robots
 * @property Message|null $robots_problem why it could not be had the last time
 * @property CarbonImmutable|null $robots_at
 */
final class WebHost extends Model
{
    /** RFC 9309, 2.4: a copy is not to be used for longer. */
    private const ROBOTS_HOURS = 24;

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $primaryKey = 'host';

    protected $keyType = 'string';

    public $incrementing = false;

    public $timestamps = false;

    protected $fillable = ['host'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'next_at' => 'immutable_datetime',
            'robots_problem' => Message::class,
            'robots_state' => RobotsState::class,
            'robots_at' => 'immutable_datetime',
        ];
    }

    public function needsRobots(): bool
    {
        return $this->robots_at === null || $this->robots_at < now()->subHours(self::ROBOTS_HOURS);
    }

    public function robots(): RobotsFile
    {
        return RobotsFile::parse($this->robots_state === RobotsState::Known ? (string) $this->robots : '');
    }
}

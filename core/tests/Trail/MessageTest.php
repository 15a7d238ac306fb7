<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Trail;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Step;

final class MessageTest extends TestCase
{
    public function test_a_message_holds_others_and_is_said_in_english(): void
    {
        $message = Phrase::ComparedWith->with([
            'reference' => Phrase::Instead->with([
                'absent' => Phrase::SellerAbsent->with(['seller' => 'amber-barn']),
                'reference' => Phrase::Lowest->with(),
            ]),
            'basis' => Phrase::WithShipping->with(),
        ]);

        self::assertSame(
            'amber-barn has no offer that counts, so the lowest offer, with shipping',
            $message->english(),
        );
        self::assertSame(
            'Amber-barn has no offer that counts, so the lowest offer, with shipping',
            (new Step('reference', $message, []))->says(),
        );
    }

    public function test_for_programs_it_is_a_code_with_values(): void
    {
        $message = Phrase::Below->with(['by' => Phrase::PercentOf->with(['percent' => '2.5'])]);

        self::assertSame(
            '{"code":"below","values":{"by":{"code":"percent_of","values":{"percent":"2.5"}}}}',
            json_encode($message),
        );
        self::assertSame('{"code":"no_offers","values":{}}', json_encode(Phrase::NoOffers->with()));
    }

    public function test_every_phrase_has_english_words(): void
    {
        foreach (Phrase::cases() as $phrase) {
            self::assertNotSame('', $phrase->english(), $phrase->value);
        }
        self::assertCount(count(Phrase::cases()), Phrase::catalogue());
    }
}

<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;

/** One field before and after, as people write it. */
#[OA\Schema(schema: 'FieldChange')]
final readonly class FieldChange
{
    private const HIDDEN = ['sku', 'channel_id', 'listing_id', 'assigned_by'];

    public function __construct(
        #[OA\Property(example: 'cost')] public string $field,
        #[OA\Property(ref: '#/components/schemas/Message', nullable: true)] public ?Message $before,
        #[OA\Property(ref: '#/components/schemas/Message', nullable: true)] public ?Message $after,
    ) {
    }

    /**
     * @param  string|null  $before  as the row keeps it
     * @return list<self>
     */
    public static function all(?string $before, ?string $after, Currency $currency): array
    {
        $parts = fn (?string $json): array => $json === null ? [] : json_decode($json, true, 16, JSON_THROW_ON_ERROR);
        [$old, $new] = [$parts($before), $parts($after)];
        $changes = [];
        foreach ($new as $part => $columns) {
            foreach ($columns as $column => $value) {
                if (! in_array($column, self::HIDDEN, true)) {
                    $changes[] = new self(
                        (string) preg_replace('/_minor\z/', '', $column),
                        self::says($column, $old[$part][$column] ?? null, $currency),
                        self::says($column, $value, $currency),
                    );
                }
            }
        }

        return $changes;
    }

    private static function says(string $column, mixed $value, Currency $currency): ?Message
    {
        return match (true) {
            $value === null => null,
            $column === 'limits' => self::limits((array) $value),
            str_ends_with($column, '_minor') => Message::of('changed_figure', figure: $currency->format((int) $value)),
            is_bool($value) => Message::of($value ? 'changed_on' : 'changed_off'),
            default => Message::quoting((string) $value),
        };
    }

    /** @param  array<string, list<array<string, string>>>  $limits */
    private static function limits(array $limits): ?Message
    {
        $terms = [];
        foreach (['floor', 'ceiling'] as $side) {
            foreach ($limits[$side] ?? [] as $term) {
                $terms[] = Message::of(
                    'changed_limit',
                    side: $side,
                    kind: $term['kind'],
                    figure: $term['amount'] ?? (isset($term['percent']) ? "{$term['percent']} %" : ''),
                );
            }
        }

        return $terms === [] ? null : Message::listing($terms);
    }
}

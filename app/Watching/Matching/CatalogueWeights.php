<?php

declare(strict_types=1);

namespace App\Watching\Matching;

use App\Accounts\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Matching\CommonWords;
use Wrasse\Core\Matching\TokenWeights;

/** How much a word says: what many products of ours have in their titles says little of any of them. */
final readonly class CatalogueWeights implements TokenWeights
{
    /** A catalogue that is smaller says nothing of its words. */
    private const LEAST_PRODUCTS = 200;

    private const COMMON_PERCENT = 5;

    private const LITTLE = 0.4;

    /** @param  array<string, true>  $common */
    private function __construct(private array $common, private CommonWords $known)
    {
    }

    public static function ofCatalogue(Workspace $workspace): self
    {
        $common = $workspace->words_counted < self::LEAST_PRODUCTS ? [] : DB::table('catalogue_words')
            ->where('workspace_id', $workspace->id)
            ->where('products', '>', intdiv($workspace->words_counted * self::COMMON_PERCENT, 100))
            ->pluck('word')
            ->all();

        return new self(array_fill_keys($common, true), new CommonWords());
    }

    public function of(string $word): float
    {
        return isset($this->common[$word]) ? min(self::LITTLE, $this->known->of($word)) : $this->known->of($word);
    }
}

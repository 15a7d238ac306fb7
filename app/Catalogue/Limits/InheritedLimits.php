<?php

declare(strict_types=1);

namespace App\Catalogue\Limits;

use App\Catalogue\Models\LimitScope;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;

/**
 * Which floor and ceiling terms hold for a listing: those of the workspace, then of its channel, supplier, category, brand and product,
 * then its own. Of each kind of term the most specific one counts.
 *
 * @phpstan-type Term array<string, mixed>
 */
final class InheritedLimits
{
    private const MOST = 4_096;

    /** @var array<string, array{floor: list<Term>, ceiling: list<Term>}> what came out for listings alike */
    private array $known = [];

    /**
     * @param  array{floor: list<Term>, ceiling: list<Term>}  $general
     * @param  array<string, array<string, array{floor: list<Term>, ceiling: list<Term>}>>  $scopes  by scope and name
     */
    private function __construct(private readonly array $general, private readonly array $scopes)
    {
    }

    /** Read once for many listings of the workspace. */
    public static function in(Workspace $workspace): self
    {
        $scopes = [];
        foreach (LimitScope::query()->get() as $scope) {
            $scopes[$scope->scope->value][$scope->name] = $scope->limits;
        }

        return new self($workspace->limits, $scopes);
    }

    /**
     * @param  Listing  $listing  with channel, product and its supplier
     * @return array{floor: list<Term>, ceiling: list<Term>}
     */
    public function of(Listing $listing): array
    {
        $key = (string) $listing->getAttributes()['limits'];
        foreach ($this->scopes as $scope => $names) {
            $key .= "\0".(Scope::from($scope)->of($listing) ?? '');
        }
        if (! isset($this->known[$key])) {
            $this->known = count($this->known) < self::MOST ? $this->known : [];
            $this->known[$key] = ['floor' => array_column($this->terms($listing, 'floor'), 'term'), 'ceiling' => array_column($this->terms($listing, 'ceiling'), 'term')];
        }

        return $this->known[$key];
    }

    /**
     * @param  'floor'|'ceiling'  $side
     * @return list<array{term: Term, from: string, name: string|null}> in the order in which of() gives them
     */
    public function terms(Listing $listing, string $side): array
    {
        $terms = [];
        foreach ($this->sources($listing) as [$from, $name, $limits]) {
            foreach ($limits[$side] as $term) {
                $terms[(string) $term['kind']] = ['term' => $term, 'from' => $from, 'name' => $name];
            }
        }

        return array_values($terms);
    }

    /** @return list<array{string, string|null, array{floor: list<Term>, ceiling: list<Term>}}> from the most general to the most specific */
    private function sources(Listing $listing): array
    {
        $sources = [['workspace', null, $this->general]];
        foreach (Scope::cases() as $scope) {
            $name = $scope->of($listing);
            $limits = $name === null ? null : $this->scopes[$scope->value][$name] ?? null;
            if ($limits !== null) {
                $sources[] = [$scope->value, $name, $limits];
            }
        }
        $sources[] = ['listing', null, $listing->limits];

        return $sources;
    }
}

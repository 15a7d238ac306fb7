<?php

declare(strict_types=1);

namespace App\Catalogue\Limits;

use App\Accounts\Models\LimitTermsCast;
use App\Accounts\Models\Workspace;
use App\Catalogue\Models\LimitScope;

/**
 * Which floor and ceiling terms hold for a listing: those of the workspace, then of its channel, supplier, category,
 * brand and product, then its own. Of each kind of term the most specific one counts.
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
    private function __construct(
        private readonly array $general,
        private readonly array $scopes,
        private readonly string $currency,
    ) {
    }

    /** Read once for many listings of the workspace. */
    public static function in(Workspace $workspace): self
    {
        $scopes = [];
        foreach (LimitScope::query()->get() as $scope) {
            $scopes[$scope->scope->value][$scope->name] = $scope->limits;
        }

        return new self($workspace->limits, $scopes, $workspace->currency);
    }

    /**
     * @param  array<string, string|null>  $names  what the listing is called in each scope
     * @param  string  $own  its own limits, as they are kept
     * @param  string  $currency  ISO 4217, that of the listing
     * @return array{floor: list<Term>, ceiling: list<Term>}
     */
    public function ofNames(array $names, string $own, string $currency): array
    {
        $key = $currency.$this->key($names, $own);
        if (! isset($this->known[$key])) {
            $limits = fn (string $side): array => array_column(
                $this->collect($this->sources($names, $own), $side, $currency),
                'term',
            );
            $this->known = count($this->known) < self::MOST ? $this->known : [];
            $this->known[$key] = ['floor' => $limits('floor'), 'ceiling' => $limits('ceiling')];
        }

        return $this->known[$key];
    }

    /**
     * The same for listings that have the same limits.
     *
     * @param  array<string, string|null>  $names
     */
    public function key(array $names, string $own): string
    {
        $key = $own;
        foreach ($this->scopes as $scope => $sets) {
            $name = $names[$scope] ?? null;
            $key .= $name !== null && isset($sets[$name]) ? "\0{$scope}\0{$name}" : '';
        }

        return $key;
    }

    /**
     * @param  array<string, string|null>  $names  what the listing is called in each scope
     * @param  string  $own  its own limits, as they are kept
     * @param  'floor'|'ceiling'  $side
     * @param  string  $currency  ISO 4217, that of the listing
     * @return list<array{term: Term, from: string, name: string|null}> in the order in which ofNames() gives them
     */
    public function terms(array $names, string $own, string $side, string $currency): array
    {
        return $this->collect($this->sources($names, $own), $side, $currency);
    }

    /**
     * @param  list<array{string, string|null, array{floor: list<Term>, ceiling: list<Term>}}>  $sources
     * @return list<array{term: Term, from: string, name: string|null}>
     */
    private function collect(array $sources, string $side, string $currency): array
    {
        $terms = [];
        foreach ($sources as [$from, $name, $limits]) {
            foreach ($limits[$side] as $term) {
                // What is set for many listings is in the currency of the workspace; the core never converts it.
                if (isset($term['amount']) && $from !== 'listing' && $currency !== $this->currency) {
                    $term = ['currency' => $this->currency, ...$term];
                }
                $terms[(string) $term['kind']] = ['term' => $term, 'from' => $from, 'name' => $name];
            }
        }

        return array_values($terms);
    }

    /**
     * @param  array<string, string|null>  $names
     * @return list<array{string, string|null, array{floor: list<Term>, ceiling: list<Term>}}> from the most general to
     *     the most specific
     */
    private function sources(array $names, string $own): array
    {
        $sources = [['workspace', null, $this->general]];
        foreach (Scope::cases() as $scope) {
            $name = $names[$scope->value] ?? null;
            $limits = $name === null ? null : $this->scopes[$scope->value][$name] ?? null;
            if ($limits !== null) {
                $sources[] = [$scope->value, $name, $limits];
            }
        }
        /** @var array{floor: list<Term>, ceiling: list<Term>} $limits */
        $limits = LimitTermsCast::complete(json_decode($own, true));
        $sources[] = ['listing', null, $limits];

        return $sources;
    }
}

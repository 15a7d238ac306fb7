<?php

declare(strict_types=1);

namespace Tests\Architecture;

use App\Channels\DriverRegistry;
use App\Channels\Http\PriceFileController;
use Illuminate\Http\Client\Factory;
use Illuminate\Support\Facades\Http;
use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** What may depend on what; checked with the static analysis. */
final class LayersTest
{
    /** Parts of the application: each uses only those before it. */
    private const PARTS = [
        'Support',
        'Accounts',
        'Channels',
        'Catalogue',
        'Market',
        'Watching',
        'Pricing',
        'Publishing',
        'Sourcing',
        'Alerts',
        'Screens',
    ];

    /** Parts of the core, likewise. */
    private const CORE_PARTS = [
        'Identity',
        'Trail',
        'Money',
        'Profit',
        'Market',
        'Limits',
        'Rule',
        'Decision',
        'Insight',
        'Reading',
        'Matching',
        'Alert',
        'Document',
    ];

    /** Parts of the reader, likewise. */
    private const READING_PARTS = ['Robots', 'Price', 'Html', 'Data', 'Recipe', 'Page', 'Crawling'];

    /** @return iterable<string, Rule> */
    public function testPartsUseOnlyThoseBeforeThem(): iterable
    {
        yield from self::inOrder('App', self::PARTS);
        yield from self::inOrder('Wrasse\Core', self::CORE_PARTS);
        yield from self::inOrder('Wrasse\Core\Reading', self::READING_PARTS);
    }

    /**
     * @param  non-empty-list<string>  $parts
     * @return iterable<string, Rule>
     */
    private static function inOrder(string $namespace, array $parts): iterable
    {
        for ($i = 0; $i < count($parts) - 1; $i++) {
            $later = array_map(
                fn (string $part) => Selector::inNamespace("{$namespace}\\{$part}"),
                array_slice($parts, $i + 1),
            );
            yield "{$namespace}: {$parts[$i]}" => PHPat::rule()
                ->classes(Selector::inNamespace("{$namespace}\\{$parts[$i]}"))
                ->shouldNot()
                ->dependOn()
                ->classes(...$later)
                ->because(implode(' ← ', $parts));
        }
    }

    public function testCoreStandsAlone(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Wrasse\Core'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App'),
                Selector::inNamespace('Illuminate'),
                Selector::inNamespace('Simulators'),
                Selector::inNamespace('Carbon'),
            )
            ->because('the core is plain PHP without framework or clock');
    }

    public function testOnlyDriversKnowAProtocol(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App'))
            ->excluding(
                Selector::inNamespace('App\Channels\Drivers'),
                Selector::classname(DriverRegistry::class),
                Selector::classname(PriceFileController::class),
            )
            ->shouldNot()
            ->dependOn()
            ->classes(Selector::inNamespace('App\Channels\Drivers'))
            ->because('the rest of the application asks for ports');
    }

    public function testRequestsLeaveThroughOneClient(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App'))
            ->excluding(Selector::inNamespace('App\Channels\Outgoing'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::classname(Http::class),
                Selector::classname(Factory::class),
                Selector::inNamespace('GuzzleHttp'),
                Selector::inNamespace('phpseclib3'),
            )
            ->because('addresses are checked and pinned there');
    }

    public function testSimulatorsAreReachedByHttpOnly(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Simulators'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App'),
                Selector::inNamespace('Wrasse\Core'),
                Selector::inNamespace('Illuminate'),
            )
            ->because('the outside world is not ours');
    }

    public function testAppKnowsNeitherDemoNorBench(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App'))
            ->shouldNot()
            ->dependOn()
            ->classes(Selector::inNamespace('Demo'), Selector::inNamespace('Bench'))
            ->because('they stand outside, and use it as a seller does');
    }

    public function testAppDoesNotReachIntoSimulators(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App'))
            ->shouldNot()
            ->dependOn()
            ->classes(Selector::inNamespace('Simulators'))
            ->because('the outside world is reached by HTTP only');
    }

    public function testActionsDoNotDependOnHttp(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('/^App\\\\\w+\\\\(Actions|Jobs|Models|Events|Deciding)/', true))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace(
                    '/^App\\\\(Channels|Catalogue|Market|Pricing|Publishing|Screens|Accounts)\\\\Http/',
                    true,
                ),
            )
            ->because('nothing depends on Http');
    }
}

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

    public function testChannelsKnowOnlyAccounts(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Channels'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App\Catalogue'),
                Selector::inNamespace('App\Market'),
                Selector::inNamespace('App\Pricing'),
                Selector::inNamespace('App\Publishing'),
                Selector::inNamespace('App\Screens'),
            )
            ->because('Channels ← Catalogue ← Market ← Pricing ← Publishing');
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

    public function testSupportAndAccountsKnowNoPart(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Support'), Selector::inNamespace('App\Accounts\Models'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App\Channels'),
                Selector::inNamespace('App\Catalogue'),
                Selector::inNamespace('App\Market'),
                Selector::inNamespace('App\Pricing'),
                Selector::inNamespace('App\Publishing'),
                Selector::inNamespace('App\Screens'),
            )
            ->because('everything stands on them');
    }

    public function testCatalogueKnowsNoOtherPart(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Catalogue'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App\Market'),
                Selector::inNamespace('App\Pricing'),
                Selector::inNamespace('App\Publishing'),
                Selector::inNamespace('App\Screens'),
            )
            ->because('Catalogue ← Market ← Pricing ← Publishing');
    }

    public function testMarketKnowsOnlyTheCatalogue(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Market'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App\Pricing'),
                Selector::inNamespace('App\Publishing'),
                Selector::inNamespace('App\Screens'),
            )
            ->because('Catalogue ← Market ← Pricing ← Publishing');
    }

    public function testPricingDoesNotPublish(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Pricing'))
            ->shouldNot()
            ->dependOn()
            ->classes(Selector::inNamespace('App\Publishing'), Selector::inNamespace('App\Screens'))
            ->because('Catalogue ← Market ← Pricing ← Publishing');
    }

    public function testNothingDependsOnTheScreens(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Publishing'))
            ->shouldNot()
            ->dependOn()
            ->classes(Selector::inNamespace('App\Screens'))
            ->because('Screens reads across the parts and is read by none');
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

<?php

declare(strict_types=1);

namespace Tests\Architecture;

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
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App'), Selector::inNamespace('Illuminate'), Selector::inNamespace('Simulators'), Selector::inNamespace('Carbon'))
            ->because('the core is plain PHP without framework or clock');
    }

    public function testCatalogueKnowsNoOtherPart(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Catalogue'))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App\Market'), Selector::inNamespace('App\Pricing'), Selector::inNamespace('App\Publishing'), Selector::inNamespace('App\Workbench'))
            ->because('Catalogue ← Market ← Pricing ← Publishing');
    }

    public function testMarketKnowsOnlyTheCatalogue(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Market'))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App\Pricing'), Selector::inNamespace('App\Publishing'), Selector::inNamespace('App\Workbench'))
            ->because('Catalogue ← Market ← Pricing ← Publishing');
    }

    public function testPricingDoesNotPublish(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Pricing'))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App\Publishing'), Selector::inNamespace('App\Workbench'))
            ->because('Catalogue ← Market ← Pricing ← Publishing');
    }

    public function testNothingDependsOnTheWorkbench(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Publishing'))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App\Workbench'))
            ->because('the workbench reads across the parts and is read by none');
    }

    public function testSimulatorsAreReachedByHttpOnly(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Simulators'))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App'), Selector::inNamespace('Wrasse\Core'), Selector::inNamespace('Illuminate'))
            ->because('the outside world is not ours');
    }

    public function testAppDoesNotReachIntoSimulators(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App'))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('Simulators'))
            ->because('the outside world is reached by HTTP only');
    }

    public function testActionsDoNotDependOnHttp(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('/^App\\\\\w+\\\\(Actions|Jobs|Models|Events|Deciding)/', true))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('/^App\\\\(Catalogue|Market|Pricing|Publishing|Workbench|Accounts)\\\\Http/', true))
            ->because('nothing depends on Http');
    }
}

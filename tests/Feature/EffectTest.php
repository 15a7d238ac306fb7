<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Models\Workspace;
use App\Pricing\Actions\TryOut;
use App\Pricing\Effects\Effect;
use App\Pricing\Effects\OtherHalf;
use App\Pricing\Effects\WorkOutEffect;
use App\Pricing\Http\TryOutResource;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Facades\URL;
use Tests\TestCase;

/** What a rule would do, worked out in two parts, is what it would do. */
final class EffectTest extends TestCase
{
    private const DOCUMENT = ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest'], 'position' => ['move' => 'below', 'percent' => '1']];

    /** @var list<int> */
    private array $ids;

    protected function setUp(): void
    {
        parent::setUp();
        foreach ([1 => '20.00', '24.90', '38.00', '9.00', '25.60'] as $n => $price) {
            $this->ids[] = $this->listing("KC-{$n}", ['stock' => $n === 5 ? 0 : 10], offers: [['seller' => 'r', 'price' => $price]])->id;
        }
    }

    public function test_two_parts_make_the_whole(): void
    {
        $whole = $this->effect($this->ids);
        $first = $this->effect(array_slice($this->ids, 0, 2));
        $first->plus((array) json_decode((string) $this->ask(array_slice($this->ids, 2))->assertOk()->getContent(), true, 16, JSON_THROW_ON_ERROR));
        self::assertSame($this->shown($whole), $this->shown($first));
        self::assertSame([5, 4], [$whole->stands->listings, $whole->count['down'] + $whole->count['up']]);
        self::assertSame('KC-3', json_decode($this->shown($whole), true, 8, JSON_THROW_ON_ERROR)['rows'][0]['sku'], 'the largest move comes first');
    }

    public function test_without_an_answer_all_is_worked_out_here(): void
    {
        Log::spy();
        $alone = new WorkOutEffect(app(TryOut::class), new OtherHalf('http://127.0.0.1:9'), alone: 1);
        self::assertSame($this->shown($this->effect($this->ids)), $this->shown($alone->handle($this->workspace, self::DOCUMENT, $this->ids, [])));
        Log::shouldHaveReceived('warning')->once();
        $none = new WorkOutEffect(app(TryOut::class), new OtherHalf(null), alone: 1);
        self::assertSame($this->shown($this->effect($this->ids)), $this->shown($none->handle($this->workspace, self::DOCUMENT, $this->ids, [])));
    }

    public function test_only_the_application_itself_may_ask_and_only_of_one_workspace(): void
    {
        $this->postJson("/internal/{$this->workspace->id}/effect", ['document' => self::DOCUMENT, 'listings' => $this->ids])->assertForbidden();
        $this->actingAs($this->user)->postJson("/internal/{$this->workspace->id}/effect", ['document' => self::DOCUMENT, 'listings' => $this->ids])->assertForbidden();
        $path = $this->path($this->workspace->id);
        $this->postJson(str_replace("/internal/{$this->workspace->id}/", '/internal/999/', $path), ['document' => self::DOCUMENT, 'listings' => $this->ids])->assertForbidden();
        $other = Workspace::query()->create(['name' => 'Another', 'currency' => 'EUR', 'tax_percent' => '19', 'tax_included' => true, 'limits' => ['floor' => [], 'ceiling' => []]]);
        self::assertSame(0, $this->postJson($this->path($other->id), ['document' => self::DOCUMENT, 'listings' => $this->ids])->assertOk()->json('stands.listings'));
        $this->travel(2)->minutes();
        $this->postJson($path, ['document' => self::DOCUMENT, 'listings' => $this->ids])->assertForbidden();
    }

    /** @param  list<int>  $ids */
    private function effect(array $ids): Effect
    {
        $this->enter($this->workspace);

        return app(WorkOutEffect::class)->of($this->workspace, self::DOCUMENT, $ids);
    }

    private function shown(Effect $effect): string
    {
        return json_encode(TryOutResource::summed($effect, $this->workspace->money()), JSON_THROW_ON_ERROR);
    }

    /** @param  list<int>  $ids */
    private function ask(array $ids): \Illuminate\Testing\TestResponse
    {
        return $this->postJson($this->path($this->workspace->id), ['document' => self::DOCUMENT, 'listings' => $ids]);
    }

    private function path(int $workspaceId): string
    {
        return URL::temporarySignedRoute('effect.part', now()->addMinute(), ['workspace' => $workspaceId], absolute: false);
    }
}

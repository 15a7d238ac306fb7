<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Support\Console\ApiDocumentCommand;
use App\Support\OpenApi\ApiDocument;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Schema;
use Tests\TestCase;

final class ApiDocumentTest extends TestCase
{
    public function test_the_openapi_document_in_docs_is_current(): void
    {
        self::assertSame(
            (string) file_get_contents(base_path('docs/openapi.json')),
            ApiDocument::json(),
            'php artisan api:document writes it anew',
        );
    }

    public function test_what_the_why_says_in_the_interface_is_what_the_core_says(): void
    {
        self::assertSame(
            (string) file_get_contents(resource_path('js/messages/en/why.json')),
            ApiDocumentCommand::phrases(),
            'php artisan api:document writes it anew',
        );
    }

    public function test_every_api_route_is_described_and_every_described_operation_exists(): void
    {
        $described = [];
        foreach (json_decode(ApiDocument::json(), true, 64, JSON_THROW_ON_ERROR)['paths'] as $path => $methods) {
            foreach (array_keys($methods) as $method) {
                $described[] = strtoupper((string) $method).' '.$path;
            }
        }
        $called = [];
        /** @var Route $route */
        foreach (app('router')->getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/v1/')) {
                $called[] = array_values(array_diff($route->methods(), ['HEAD']))[0].' /'.$route->uri();
            }
        }
        sort($described);
        sort($called);
        self::assertSame($called, $described);
    }

    public function test_unknown_routes_answer_with_a_problem_document(): void
    {
        $this->actingAs($this->user)
            ->getJson('/api/v1/nothing')
            ->assertNotFound()
            ->assertHeader('Content-Type', 'application/problem+json')
            ->assertExactJson([
                'type' => 'about:blank',
                'title' => 'Not found',
                'status' => 404,
                'messages' => ['title' => ['code' => 'problem_not_found', 'values' => [], 'text' => 'Not found']],
            ]);
        $this->actingAs($this->user)
            ->putJson('/api/v1/listings')
            ->assertStatus(405)
            ->assertHeader('Content-Type', 'application/problem+json');
    }

    public function test_migrations_are_reversible(): void
    {
        Artisan::call('migrate:rollback', ['--force' => true]);
        self::assertFalse(Schema::hasTable('listings'));
        Artisan::call('migrate', ['--force' => true]);
        self::assertTrue(Schema::hasTable('listings'));
    }
}

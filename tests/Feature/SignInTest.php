<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;
use Tests\TestCase;

final class SignInTest extends TestCase
{
    private const HEADERS = ['Origin' => 'http://127.0.0.1', 'Accept' => 'application/json'];

    public function test_the_right_password_signs_in_and_out(): void
    {
        $this->withHeaders(self::HEADERS)
            ->postJson('/api/v1/session', ['email' => 'nora@kettle-crock.example', 'password' => 'brine-and-barrel'])
            ->assertOk()
            ->assertJson(['name' => 'Nora', 'workspace' => 'Kettle & Crock']);
        $this->withHeaders(self::HEADERS)->getJson('/api/v1/session')->assertOk();
        $this->withHeaders(self::HEADERS)->deleteJson('/api/v1/session')->assertNoContent();
    }

    public function test_signing_out_ends_every_session_of_the_browser_and_no_other(): void
    {
        $browsers = ['same' => 'Browser 1', 'other' => 'Browser 2'];
        foreach ($browsers as $id => $browser) {
            DB::table('sessions')->insert([
                'id' => $id,
                'user_id' => $this->user->id,
                'ip_address' => '127.0.0.1',
                'user_agent' => $browser,
                'payload' => '',
                'last_activity' => time(),
            ]);
        }
        $this->withHeaders(self::HEADERS)
            ->postJson('/api/v1/session', ['email' => 'nora@kettle-crock.example', 'password' => 'brine-and-barrel'])
            ->assertOk();
        $this->withHeaders([...self::HEADERS, 'User-Agent' => 'Browser 1'])->deleteJson('/api/v1/session')->assertNoContent();
        self::assertSame(['other'], DB::table('sessions')->pluck('id')->all());
    }

    public function test_whoever_names_their_browser_in_no_known_letters_signs_out_too(): void
    {
        $headers = [...self::HEADERS, 'User-Agent' => "Browser \xff".str_repeat('ö', 600)];
        $this->withHeaders($headers)
            ->postJson('/api/v1/session', ['email' => 'nora@kettle-crock.example', 'password' => 'brine-and-barrel'])
            ->assertOk();
        $this->withHeaders($headers)->deleteJson('/api/v1/session')->assertNoContent();
    }

    public function test_a_wrong_password_is_refused_at_its_field_and_throttled(): void
    {
        for ($try = 0; $try < 6; $try++) {
            $this->withHeaders(self::HEADERS)
                ->postJson('/api/v1/session', ['email' => 'nora@kettle-crock.example', 'password' => 'wrong'])
                ->assertStatus(422)
                ->assertHeader('Content-Type', 'application/problem+json')
                ->assertJsonPath('errors.email.0', 'This address and password do not go together.');
        }
        $said = $this->withHeaders(self::HEADERS)
            ->postJson('/api/v1/session', ['email' => 'nora@kettle-crock.example', 'password' => 'brine-and-barrel'])
            ->assertStatus(422)
            ->json('errors.email.0');
        self::assertStringStartsWith('Too many tries.', $said);
    }

    public function test_requests_without_sign_in_are_refused(): void
    {
        foreach (
            ['session', 'workspace', 'channels', 'listings', 'listings/1', 'rules', 'changes', 'tokens', 'events'] as $path
        ) {
            $this->getJson("/api/v1/{$path}")
                ->assertUnauthorized()
                ->assertJson(['title' => 'Sign in first']);
        }
    }

    public function test_a_program_uses_a_token_until_it_is_withdrawn(): void
    {
        $made = $this->actingAs($this->user)
            ->postJson('/api/v1/tokens', ['name' => 'Spreadsheet'])
            ->assertCreated();
        $secret = $made->json('secret');
        self::assertIsString($secret);
        app('auth')->forgetGuards();
        $this->withToken($secret)
            ->getJson('/api/v1/workspace')
            ->assertOk()
            ->assertJson(['currency' => 'EUR']);
        $this->withToken($secret)->getJson('/api/v1/tokens')->assertOk()->assertJsonPath('0.secret', null);
        $this->withToken($secret)
            ->deleteJson('/api/v1/tokens/'.$made->json('id'))
            ->assertNoContent();
        app('auth')->forgetGuards();
        $this->withToken($secret)->getJson('/api/v1/workspace')->assertUnauthorized();
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** Two people edit the same settings: the slower one is told, and nothing of the faster one is lost. */
final class EditConflictTest extends TestCase
{
    /** @return array<string, array{string, array<string, mixed>, array<string, mixed>}> path, first edit, second edit */
    public static function settings(): array
    {
        return [
            'workspace' => ['workspace', ['tax_percent' => '7'], ['tax_percent' => '16']],
            'other fields of the workspace' => ['workspace', ['tax_percent' => '7'], ['floor_alarm_percent' => '20']],
            'channel' => ['channels/{channel}', ['tax_percent' => '7'], ['tax_percent' => '16']],
            'rule' => [
                'rules/{rule}',
                ['settings' => ['every_minutes' => 60]],
                ['settings' => ['every_minutes' => 5]],
            ],
        ];
    }

    /**
     * @param  array<string, mixed>  $first
     * @param  array<string, mixed>  $second
     */
    #[DataProvider('settings')]
    public function test_an_edit_of_what_was_edited_meanwhile_is_refused(
        string $path,
        array $first,
        array $second,
    ): void {
        $path = '/api/v1/'.strtr($path, ['{channel}' => (string) $this->channel->id, '{rule}' => (string) $this->rule('Under the lowest')->id]);
        $seen = $this->as()->patchJson($path, [])->assertOk()->json('revision');
        $after = $this->as()->patchJson($path, ['revision' => $seen, ...$first])->assertOk();
        self::assertSame($seen + 1, $after->json('revision'));
        $this->as()
            ->patchJson($path, ['revision' => $seen, ...$second])
            ->assertStatus(409)
            ->assertJsonPath('detail', 'Someone else saved changes while you were editing.');
        self::assertSame($after->json(), $this->as()->patchJson($path, [])->json(), 'nothing of it was taken over');
        $this->as()
            ->patchJson($path, ['revision' => $seen + 1, ...$second])
            ->assertOk();
    }

    public function test_programs_that_name_no_revision_are_not_refused(): void
    {
        $this->as()->patchJson('/api/v1/workspace', ['tax_percent' => '7'])->assertOk();
        $this->as()->patchJson('/api/v1/workspace', ['tax_percent' => '16'])->assertOk();
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }
}

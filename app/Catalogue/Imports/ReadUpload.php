<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Support\Messages\Message;
use Illuminate\Support\Facades\Log;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * Reads a file that was brought, in a process of its own with a limit to its memory and its time: whatever is in it,
 * nobody else is held up. A workbook is written as CSV on the way.
 */
final readonly class ReadUpload
{
    private const MEMORY = '320M';

    private const SECONDS = 60;

    /**
     * @param  string  $csv  where the file is kept from then on, as CSV
     * @return array{
     *     delimiter: string,
     *     encoding: string,
     *     header: list<string>,
     *     decimal: string|null,
     *     rows: int,
     *     sheet: string|null,
     * }
     *
     * @throws UnreadableFile
     */
    public function handle(string $path, string $csv): array
    {
        $php =
            (new PhpExecutableFinder())->find(false) ?: throw new UnreadableFile(Message::of('files_not_readable_now'));
        $process = new Process(
            [$php, '-d', 'memory_limit='.self::MEMORY, base_path('artisan'), 'import:read', $path, $csv],
            timeout: self::SECONDS,
        );
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw new UnreadableFile(
                Message::of('file_too_slow', seconds: self::SECONDS),
            );
        }
        $answer = json_decode($process->getOutput(), true);
        if (is_array($answer) && is_string($answer['problem'] ?? null)) {
            throw new UnreadableFile(Message::fromStored($answer['problem']));
        }
        if (! is_array($answer)) {
            Log::warning('A file could not be read.', [
                'exit' => $process->getExitCode(),
                'error' => mb_substr($process->getErrorOutput(), 0, 1_000),
            ]);
            throw new UnreadableFile(
                Message::of('file_too_large_for_memory'),
            );
        }

        /**
         * @var array{
         *     delimiter: string,
         *     encoding: string,
         *     header: list<string>,
         *     decimal: string|null,
         *     rows: int,
         *     sheet: string|null,
         * }
         */
        return $answer;
    }
}

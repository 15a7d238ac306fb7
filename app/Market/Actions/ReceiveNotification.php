<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Channels\DriverRegistry;
use App\Channels\Ports\ChangePush;
use App\Channels\Ports\UntrustedMessage;
use Illuminate\Contracts\Encryption\StringEncrypter;
use Illuminate\Support\Str;
use PDO;
use PDOStatement;

/**
 * Stores a channel's notification that the offers on an item have changed until a worker has time. It is only
 * believed that there is something to look at. Plain statements: this is done a hundred times a second.
 */
final readonly class ReceiveNotification
{
    private const LONGEST_NAME = 255;

    public function __construct(private PDO $database, private StringEncrypter $encrypter)
    {
    }

    /**
     * @param  string  $key  of the channel: it says which workspace this is for
     * @param  array<string, string>  $headers  by name in lower case
     * @return bool false where there is no such channel
     *
     * @throws UntrustedMessage if it is not from the channel
     */
    public function handle(string $key, array $headers, string $body): bool
    {
        $channel = Str::isUuid($key)
            ? $this->query('SELECT id, workspace_id, driver, webhook_secret FROM channels WHERE key = ?', [
                $key,
            ])->fetch(PDO::FETCH_ASSOC)
            : false;
        $driver = is_array($channel) ? DriverRegistry::named($channel['driver']) : null;
        if ($driver === null || ! is_subclass_of($driver, ChangePush::class)) {
            return false;
        }
        $change = $driver::read($headers, $body, $this->encrypter->decryptString($channel['webhook_secret']), time());
        if (
            $change !== null &&
            strlen($change->item) <= self::LONGEST_NAME &&
            strlen($change->id) <= self::LONGEST_NAME
        ) {
            $this->query(
                <<<'SQL'
                INSERT INTO market_notifications (channel_id, workspace_id, webhook_id, item, received_at)
                VALUES (?, ?, ?, ?, clock_timestamp()) ON CONFLICT DO NOTHING
                SQL,
                [$channel['id'], $channel['workspace_id'], $change->id, $change->item],
            );
        }

        return true;
    }

    /** @param  list<mixed>  $values */
    private function query(string $sql, array $values): PDOStatement
    {
        $statement = $this->database->prepare($sql);
        $statement->execute($values);

        return $statement;
    }
}

<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Market\Marketplace\WebhookSignature;
use Illuminate\Contracts\Encryption\StringEncrypter;
use Illuminate\Support\Str;
use PDO;

/**
 * Takes a marketplace's word that the offers on an item have changed, and keeps it until a worker has time. It is only believed that there is
 * something to look at. Plain statements: this is done a hundred times a second.
 */
final readonly class HearNotification
{
    private const LONGEST_NAME = 255;

    public function __construct(private PDO $database, private StringEncrypter $encrypter)
    {
    }

    /**
     * @param  string  $key  of the channel: it says which workspace this is for
     * @return int 202 heard, 401 the signature does not fit, 404 no such channel
     */
    public function handle(string $key, string $id, string $timestamp, string $signature, string $body): int
    {
        $channel = Str::isUuid($key) ? $this->query('SELECT id, workspace_id, webhook_secret FROM channels WHERE key = ?', [$key])->fetch(PDO::FETCH_ASSOC) : false;
        if (! is_array($channel)) {
            return 404;
        }
        if (! (new WebhookSignature($this->encrypter->decryptString($channel['webhook_secret'])))->fits($id, $timestamp, $body, $signature, time())) {
            return 401;
        }
        $word = json_decode($body, true);
        $item = is_array($word) && ($word['type'] ?? null) === 'offers.changed' ? $word['data']['item'] ?? null : null;
        if (is_string($item) && strlen($item) <= self::LONGEST_NAME && strlen($id) <= self::LONGEST_NAME) {
            $this->query(
                'INSERT INTO market_notifications (channel_id, workspace_id, webhook_id, item, received_at) VALUES (?, ?, ?, ?, clock_timestamp()) ON CONFLICT DO NOTHING',
                [$channel['id'], $channel['workspace_id'], $id, $item],
            );
        }

        return 202;
    }

    /** @param  list<mixed>  $values */
    private function query(string $sql, array $values): \PDOStatement
    {
        $statement = $this->database->prepare($sql);
        $statement->execute($values);

        return $statement;
    }
}

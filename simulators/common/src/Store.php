<?php

declare(strict_types=1);

namespace Simulators\Common;

use PDO;

/** A simulator's own database and its settings. */
final class Store
{
    public readonly PDO $pdo;

    /**
     * @param  array{
     *     name: string,
     *     dsn: string,
     *     user: string,
     *     password: string,
     *     seed: int,
     *     speed: float|int,
     *     currency?: string,
     *     seller: string,
     *     token: string,
     *     control_token: string,
     * }  $config
     */
    public function __construct(public readonly array $config)
    {
        $this->pdo = new PDO($config['dsn'], $config['user'], $config['password'], [
            PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION,
            PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC,
            PDO::ATTR_EMULATE_PREPARES => true,
            // Signing in costs more than most calls.
            PDO::ATTR_PERSISTENT => PHP_SAPI === 'fpm-fcgi',
        ]);
    }

    public static function fromEnvironment(): self
    {
        return self::allFromEnvironment()[0];
    }

    /** @return non-empty-list<self> one for each file that SIMULATOR_CONFIG names, with ":" between them */
    public static function allFromEnvironment(): array
    {
        return array_map(
            fn (string $file): self => new self(
                json_decode((string) file_get_contents($file), true, 8, JSON_THROW_ON_ERROR),
            ),
            explode(':', (string) getenv('SIMULATOR_CONFIG')),
        );
    }

    /**
     * @param  array<mixed>  $values
     * @return list<array<string, mixed>>
     */
    public function all(string $sql, array $values = []): array
    {
        $statement = $this->pdo->prepare($sql);
        $statement->execute($values);

        return $statement->fetchAll();
    }

    /**
     * @param  array<mixed>  $values
     * @return array<string, mixed>|null
     */
    public function one(string $sql, array $values = []): ?array
    {
        return $this->all($sql, $values)[0] ?? null;
    }

    /** @param  array<mixed>  $values */
    public function run(string $sql, array $values = []): int
    {
        $statement = $this->pdo->prepare($sql);
        $statement->execute($values);

        return $statement->rowCount();
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     */
    public function transaction(callable $work): mixed
    {
        $this->pdo->beginTransaction();
        try {
            $result = $work();
            $this->pdo->commit();

            return $result;
        } catch (\Throwable $e) {
            $this->pdo->rollBack();
            throw $e;
        }
    }

    public function setting(string $name, mixed $default = null): mixed
    {
        $row = $this->one('SELECT value FROM setting WHERE name = ?', [$name]);

        return $row === null ? $default : json_decode((string) $row['value'], true);
    }

    public function set(string $name, mixed $value): void
    {
        $this->run('INSERT INTO setting VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value', [
            $name,
            json_encode($value, JSON_THROW_ON_ERROR),
        ]);
    }
}

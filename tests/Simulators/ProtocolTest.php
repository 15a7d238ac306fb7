<?php

declare(strict_types=1);

namespace Tests\Simulators;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Simulators\Common\Clock;
use Simulators\Common\Response;
use Simulators\Marketplace\Http\FennmarktApi;
use Simulators\Marketplace\Http\QuaysideApi;
use Simulators\Marketplace\Offers;
use Symfony\Component\Yaml\Yaml;

/**
 * The marketplaces answer as the OpenAPI documents of their protocols (docs/protocols) say, and every call in them is
 * there.
 */
final class ProtocolTest extends TestCase
{
    use FreshMarket;

    /**
     * @return array<string, array{string, list<array{string, string, array<string, string>, array<mixed>, int}>}>
     *     protocol, and calls that are made one after the other
     */
    public static function protocols(): array
    {
        $sku = 'KC-1101';
        $cents = ['amount' => 4_990, 'currency' => 'EUR'];

        return [
            'Quayside' => [
                'quayside',
                [
                    ['GET', '/v1/account', [], [], 200],
                    ['GET', '/v1/listings', [], [], 200],
                    ['GET', '/v1/offers', ['items' => 'QU-1101,QU-1102,QU-0000'], [], 200],
                    ['GET', '/v1/prices', ['skus' => "{$sku},KC-0000"], [], 200],
                    ['PUT', '/v1/stocks', [], ['stocks' => [['sku' => $sku, 'stock' => 7], ['sku' => 'KC-0000', 'stock' => 1]]], 200],
                    ['GET', '/v1/catalogue', ['q' => 'crock'], [], 200],
                    ['GET', '/v1/orders', ['after' => '0'], [], 200],
                    ['GET', '/v1/history', [], [], 200],
                    [
                        'PUT',
                        '/v1/subscription',
                        [],
                        ['url' => 'http://here.test', 'secret' => 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw'],
                        200,
                    ],
                    ['POST', '/v1/feeds', ['key' => 'a'], ['items' => [['sku' => $sku, 'price' => '49.90']]], 202],
                    ['GET', '/v1/feeds/{id}', [], [], 200],
                    ['DELETE', '/v1/feeds', ['key' => 'b'], [], 200],
                ],
            ],
            'Fennmarkt' => [
                'fennmarkt',
                [
                    ['GET', '/seller/v2/inventory', [], [], 200],
                    ['POST', '/seller/v2/inventory/lookup', [], ['sellerSkus' => [$sku, 'KC-0000']], 200],
                    ['PUT', '/seller/v2/inventory/available', [], ['levels' => [['sellerSku' => $sku, 'available' => 7], ['sellerSku' => 'KC-0000', 'available' => 1]]], 200],
                    ['POST', '/seller/v2/catalog/search', [], ['text' => 'crock'], 200],
                    ['POST', '/seller/v2/competition', [], ['catalogIds' => ['FE-1101', 'FE-0000']], 200],
                    ['GET', '/seller/v2/sales', [], [], 200],
                    ['GET', '/seller/v2/reports/daily', [], [], 200],
                    [
                        'POST',
                        '/seller/v2/price-updates',
                        [],
                        [
                            'requestId' => 'a',
                            'prices' => [
                                ['sellerSku' => $sku, 'unitPrice' => $cents],
                                ['sellerSku' => 'KC-0000', 'unitPrice' => $cents],
                            ],
                        ],
                        200,
                    ],
                    ['GET', '/seller/v2/price-updates/{requestId}', [], [], 200],
                    ['DELETE', '/seller/v2/price-updates/{requestId}', [], [], 200],
                    ['GET', '/seller/v2/changes', [], [], 200],
                    ['POST', '/seller/v2/changes/ack', [], ['messageIds' => ['chg_1']], 200],
                ],
            ],
        ];
    }

    /** @param  list<array{string, string, array<string, string>, array<mixed>, int}>  $calls */
    #[DataProvider('protocols')]
    public function test_every_call_answers_as_it_is_described(string $protocol, array $calls): void
    {
        /** @var array{paths: array<string, array<string, mixed>>, components: array<string, mixed>} $document */
        $document = Yaml::parseFile(__DIR__."/../../docs/protocols/{$protocol}.yaml");
        $this->store = $this->market(name: ucfirst($protocol));
        (new Offers($this->store, new Clock($this->store)))->change(
            strtoupper(substr($protocol, 0, 2)).'-1101',
            'kettle-crock',
            price: 5_000,
        );
        $this->store->run(
            <<<'SQL'
            INSERT INTO sale (item_id, seller_id, units, price, at)
            SELECT item_id, seller_id, 2, price, 1772442000
            FROM offer
            WHERE sku = 'KC-1101'
            SQL,
        );
        $last = '';
        foreach ($calls as [$method, $path, $query, $body, $status]) {
            $answer = $this->call(
                $protocol,
                $method,
                str_replace(['{id}', '{requestId}'], [$last, 'a'], $path),
                $query,
                $body,
            );
            self::assertSame($status, $answer->status, "{$method} {$path}: ".json_encode($answer->body));
            $last = (string) ($answer->body['id'] ?? $last);
            $this->assertFits(
                $answer->body,
                $document,
                $document['paths'][$path][strtolower($method)]['responses'][$status]['content']['application/json'][
                    'schema'
                ],
                "{$method} {$path}",
            );
        }
        $described = [];
        foreach ($document['paths'] as $path => $operations) {
            foreach (array_keys(array_diff_key($operations, ['parameters' => 1])) as $method) {
                $described[] = strtoupper($method)." {$path}";
            }
        }
        self::assertEqualsCanonicalizing(
            $described,
            array_map(fn (array $call) => "{$call[0]} {$call[1]}", $calls),
            'every call is tried',
        );
    }

    /**
     * @param  array<string, string>  $query
     * @param  array<mixed>  $body
     */
    private function call(string $protocol, string $method, string $path, array $query, array $body): Response
    {
        return $protocol === 'quayside'
            ? (new QuaysideApi($this->store))->answer($method, $path, $query, $body, $query['key'] ?? null)
            : (new FennmarktApi($this->store))->answer($method, $path, $query, $body);
    }

    /**
     * @param  array<mixed>  $body
     * @param  array<string, mixed>  $document
     * @param  array<string, mixed>  $schema
     */
    private function assertFits(array $body, array $document, array $schema, string $call): void
    {
        $whole = json_encode(
            [
                '$schema' => 'https://json-schema.org/draft/2020-12/schema',
                ...$schema,
                'components' => $document['components'],
            ],
            JSON_THROW_ON_ERROR,
        );
        $result = (new Validator())->validate(
            json_decode(json_encode($body, JSON_THROW_ON_ERROR), false),
            json_decode($whole, false),
        );
        $error = $result->error();
        self::assertTrue(
            $result->isValid(),
            "{$call}: ".($error === null ? '' : json_encode((new ErrorFormatter())->format($error))),
        );
    }
}

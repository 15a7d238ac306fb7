<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Market\Marketplace\WebhookSignature;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Tests\TestCase;

final class NotificationTest extends TestCase
{
    private const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';

    /** The example of the Standard Webhooks specification and its libraries (value from memory). */
    public function test_signs_as_the_specification_shows(): void
    {
        self::assertSame(
            'v1,g0hM9SsE+OTPJTGt/tmIKtSyZlE3uFJELVlNIOLJ1OE=',
            (new WebhookSignature(self::SECRET))->sign('msg_p5jXN8AQM9LWM0D4loKWxJek', 1614265330, '{"test": 2432232314}'),
        );
    }

    public function test_word_of_a_change_is_looked_into_once(): void
    {
        $this->tell('msg_1', time())->assertStatus(202);
        $this->tell('msg_1', time())->assertStatus(202);
        self::assertSame(1, DB::table('jobs')->where('queue', 'market')->count());
    }

    public function test_what_is_not_signed_right_is_not_heard(): void
    {
        $this->tell('msg_1', time(), secret: 'whsec_'.base64_encode('another'))->assertUnauthorized();
        $this->tell('msg_1', time() - 301)->assertUnauthorized();
        $this->tell('msg_1', time() + 301)->assertUnauthorized();
        $this->tell('', time())->assertUnauthorized();
        $this->tell('msg_1', time(), key: '00000000-0000-7000-8000-000000000000')->assertNotFound();
        $this->tell('msg_1', time(), key: 'not-a-key')->assertNotFound();
        self::assertSame(0, DB::table('jobs')->count());
    }

    public function test_one_of_several_signatures_is_enough(): void
    {
        $signature = new WebhookSignature(self::SECRET);
        self::assertTrue($signature->fits('m', '100', 'x', 'v1,old '.$signature->sign('m', 100, 'x'), 100));
        self::assertFalse($signature->fits('m', '100', 'y', $signature->sign('m', 100, 'x'), 100));
    }

    private function tell(string $id, int $at, string $secret = self::SECRET, ?string $key = null): TestResponse
    {
        $body = json_encode(['type' => 'offers.changed', 'data' => ['item' => 'QU-KC-1']], JSON_THROW_ON_ERROR);

        return $this->call('POST', '/api/v1/channels/'.($key ?? $this->channel->key).'/notifications', server: [
            'HTTP_WEBHOOK_ID' => $id, 'HTTP_WEBHOOK_TIMESTAMP' => (string) $at, 'HTTP_WEBHOOK_SIGNATURE' => (new WebhookSignature($secret))->sign($id, $at, $body),
            'CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json',
        ], content: $body);
    }
}

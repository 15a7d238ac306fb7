<?php

declare(strict_types=1);

namespace Tests\Process;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use App\Publishing\Channels\FileDriver;
use App\Publishing\Channels\PriceLine;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;
use Symfony\Component\Process\Process;

/** Files reach a real SFTP server (OpenSSH) and a mailbox by SMTP. */
final class DeliveryTest extends TestCase
{
    private string $home = '';

    private ?Process $server = null;

    public function createApplication()
    {
        $app = require __DIR__.'/../../bootstrap/app.php';
        $app->make(\Illuminate\Contracts\Console\Kernel::class)->bootstrap();

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->home = sys_get_temp_dir().'/delivery-'.Str::random(8);
        File::makeDirectory("{$this->home}/there", 0o700, true);
    }

    protected function tearDown(): void
    {
        $this->server?->stop();
        File::deleteDirectory($this->home);
        parent::tearDown();
    }

    public function test_a_price_file_is_put_on_an_sftp_server_whole(): void
    {
        $port = $this->startSftp();
        $channel = $this->channel(['way' => 'sftp', 'host' => '127.0.0.1', 'port' => (string) $port, 'user' => $this->me(), 'key' => File::get("{$this->home}/client"), 'folder' => "{$this->home}/there", 'fingerprint' => $this->fingerprint()]);
        $key = (string) Str::uuid7();
        foreach (['19.80', '19.80'] as $time) {
            self::assertSame("prices-{$key}.csv", app(FileDriver::class)->submit($channel, $key, [new PriceLine(7, 'KC-1', $time, '24.90', 'EUR', 'Crock, 5 l', null)]));
        }
        self::assertSame(["prices-{$key}.csv"], array_values(array_diff(scandir("{$this->home}/there") ?: [], ['.', '..'])), 'sent twice it is one file, and no part is left');
        self::assertSame("SKU,Price,Currency,\"Price before\",GTIN,Title,Change\r\nKC-1,19.80,EUR,24.90,,\"Crock, 5 l\",7\r\n", File::get("{$this->home}/there/prices-{$key}.csv"));
    }

    public function test_a_server_with_another_host_key_gets_nothing(): void
    {
        $port = $this->startSftp();
        $channel = $this->channel(['way' => 'sftp', 'host' => '127.0.0.1', 'port' => (string) $port, 'user' => $this->me(), 'key' => File::get("{$this->home}/client"), 'folder' => "{$this->home}/there", 'fingerprint' => '00:11:22:33:44:55:66:77:88:99:aa:bb:cc:dd:ee:ff']);
        try {
            app(FileDriver::class)->submit($channel, (string) Str::uuid7(), []);
            self::fail('The file was sent.');
        } catch (ChannelUnavailable $e) {
            self::assertStringContainsString('another host key', $e->getMessage());
        }
        self::assertSame([], glob("{$this->home}/there/*"));
    }

    public function test_a_price_file_is_mailed(): void
    {
        $inbox = (string) getenv('WRASSE_HOME').'/inbox';
        $before = count(glob("{$inbox}/*.eml") ?: []);
        $key = (string) Str::uuid7();
        app(FileDriver::class)->submit($this->channel(['way' => 'email', 'to' => 'prices@depot.example']), $key, [new PriceLine(7, 'KC-1', '19.80', '24.90', 'EUR', 'Crock', null)]);
        $mails = glob("{$inbox}/*.eml") ?: [];
        self::assertCount($before + 1, $mails);
        $mail = (string) file_get_contents((string) end($mails));
        self::assertStringContainsString("Message-ID: <prices-{$key}@wrasse.invalid>", $mail);
        self::assertStringContainsString("filename=prices-{$key}.csv", $mail);
    }

    /** @param  array<string, string>  $delivery */
    private function channel(array $delivery): Channel
    {
        config(['channels.private_addresses' => true]);

        return (new Channel)->forceFill(['key' => (string) Str::uuid7(), 'kind' => ChannelKind::File, 'name' => 'Depot', 'currency' => 'EUR', 'delivery' => $delivery]);
    }

    private function startSftp(): int
    {
        foreach (['host', 'client'] as $name) {
            (new Process(['ssh-keygen', '-q', '-t', 'ed25519', '-N', '', '-f', "{$this->home}/{$name}"]))->mustRun();
        }
        File::copy("{$this->home}/client.pub", "{$this->home}/authorized");
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new \RuntimeException('No port.');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);
        File::put("{$this->home}/sshd", "Port {$port}\nListenAddress 127.0.0.1\nHostKey {$this->home}/host\nAuthorizedKeysFile {$this->home}/authorized\nStrictModes no\nPermitRootLogin yes\nUsePAM no\nPidFile none\nSubsystem sftp internal-sftp\n");
        @mkdir('/run/sshd', 0o755);
        $this->server = new Process(['/usr/sbin/sshd', '-D', '-e', '-f', "{$this->home}/sshd"]);
        $this->server->start();
        for ($try = 0; $try < 50 && ! @fsockopen('127.0.0.1', $port); $try++) {
            usleep(100_000);
        }

        return $port;
    }

    /** MD5 of the public key, in pairs, as OpenSSH shows it with -E md5. */
    private function fingerprint(): string
    {
        $shown = (new Process(['ssh-keygen', '-l', '-E', 'md5', '-f', "{$this->home}/host.pub"]))->mustRun()->getOutput();

        return preg_match('/MD5:(\S+)/', $shown, $match) === 1 ? $match[1] : throw new \RuntimeException($shown);
    }

    private function me(): string
    {
        return (string) (posix_getpwuid(posix_geteuid())['name'] ?? '');
    }
}

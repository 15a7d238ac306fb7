<?php

declare(strict_types=1);

namespace Tests\Process;

use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Channels\DriverRegistry;
use App\Channels\Outgoing\SftpServer;
use App\Channels\Ports\PricePublisher;
use App\Channels\Ports\PriceUpdate;
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
        $files = $this->files([
            'delivery' => 'sftp',
            'host' => '127.0.0.1',
            'port' => (string) $port,
            'user' => $this->me(),
            'key' => File::get("{$this->home}/client"),
            'folder' => "{$this->home}/there",
            'fingerprint' => $this->fingerprint(),
        ]);
        $key = (string) Str::uuid7();
        foreach (['19.80', '19.80'] as $time) {
            self::assertSame(
                "prices-{$key}.csv",
                $files->submit($key, [new PriceUpdate(7, 'KC-1', $time, '24.90', 'EUR', 'Crock, 5 l', null)])
                    ->reference,
            );
        }
        self::assertSame(
            ["prices-{$key}.csv"],
            array_values(array_diff(scandir("{$this->home}/there") ?: [], ['.', '..'])),
            'sent twice it is one file, and no part is left',
        );
        self::assertSame(
            "SKU,Price,Currency,\"Price before\",GTIN,Title,Change\r\nKC-1,19.80,EUR,24.90,,\"Crock, 5 l\",7\r\n",
            File::get("{$this->home}/there/prices-{$key}.csv"),
        );
    }

    public function test_a_server_with_another_host_key_gets_nothing(): void
    {
        $port = $this->startSftp();
        $files = $this->files([
            'delivery' => 'sftp',
            'host' => '127.0.0.1',
            'port' => (string) $port,
            'user' => $this->me(),
            'key' => File::get("{$this->home}/client"),
            'folder' => "{$this->home}/there",
            'fingerprint' => 'SHA256:47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU',
        ]);
        try {
            $files->submit((string) Str::uuid7(), []);
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
        $this->files(['delivery' => 'email', 'to' => 'prices@depot.example'])->submit($key, [
            new PriceUpdate(7, 'KC-1', '19.80', '24.90', 'EUR', 'Crock', null),
        ]);
        $mails = glob("{$inbox}/*.eml") ?: [];
        self::assertCount($before + 1, $mails);
        $mail = (string) file_get_contents((string) end($mails));
        self::assertStringContainsString("Message-ID: <prices-{$key}@wrasse.invalid>", $mail);
        self::assertStringContainsString("filename=prices-{$key}.csv", $mail);
    }

    public function test_the_host_key_of_a_server_is_read_for_a_person_to_compare(): void
    {
        $port = $this->startSftp();
        self::assertSame($this->fingerprint(), app(SftpServer::class)->fingerprint('127.0.0.1', $port));
        $this->server?->stop();
        self::assertNull(app(SftpServer::class)->fingerprint('127.0.0.1', $port));
    }

    /** @param  array<string, string>  $settings */
    private function files(array $settings): PricePublisher
    {
        $secrets = array_intersect_key($settings, ['key' => 1]);
        $files = app(DriverRegistry::class)->make(
            'file',
            new Connection((string) Str::uuid7(), 'Depot', 'EUR', array_diff_key($settings, $secrets), $secrets, ''),
        );
        self::assertInstanceOf(PricePublisher::class, $files);

        return $files;
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
        File::put(
            "{$this->home}/sshd",
            "Port {$port}\nListenAddress 127.0.0.1\nHostKey {$this->home}/host\nAuthorizedKeysFile {$this->home}/authorized\nStrictModes no\nPermitRootLogin yes\nUsePAM no\nPidFile none\nSubsystem sftp internal-sftp\n",
        );
        @mkdir('/run/sshd', 0o755);
        $this->server = new Process(['/usr/sbin/sshd', '-D', '-e', '-f', "{$this->home}/sshd"]);
        $this->server->start();
        for ($try = 0; $try < 50 && ! @fsockopen('127.0.0.1', $port); $try++) {
            usleep(100_000);
        }

        return $port;
    }

    /** SHA-256 of the public key, as OpenSSH shows it. */
    private function fingerprint(): string
    {
        $shown = (new Process(['ssh-keygen', '-l', '-f', "{$this->home}/host.pub"]))->mustRun()->getOutput();

        return preg_match('/(SHA256:\S+)/', $shown, $match) === 1 ? $match[1] : throw new \RuntimeException($shown);
    }

    private function me(): string
    {
        return (string) (posix_getpwuid(posix_geteuid())['name'] ?? '');
    }
}

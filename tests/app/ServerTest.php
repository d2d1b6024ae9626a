<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Storage\DataFolder;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use ZigzagPost\Tests\Browser\FreePort;

/** The server as `bin/demo` starts it: what happens to data, to those who guess, and when something dies. */
final class ServerTest extends TestCase
{
    private string $folder;
    private ?Process $demo = null;
    private int $port = 0;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/zigzag-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        $this->demo?->stop(5, \SIGTERM);
        $memory = (new DataFolder("{$this->folder}/a.sqlite"))->inMemory();
        (new Filesystem())->remove([$this->folder, $memory]);
    }

    public function testStaticFilesAreCachedCompressedAndGuarded(): void
    {
        $this->start();
        $page = $this->get('/')[1];
        self::assertSame(1, preg_match('#/build/assets/main-[\w-]+\.js#', $page, $script));
        [$status, , $headers] = $this->get($script[0], ['Accept-Encoding: gzip']);
        self::assertSame(200, $status);
        self::assertStringContainsString('immutable', $headers['cache-control'] ?? '');
        self::assertSame('gzip', $headers['content-encoding'] ?? '');
        self::assertSame('nosniff', $headers['x-content-type-options'] ?? '');
        self::assertArrayHasKey('content-length', $headers);
        self::assertContains($this->get('/build/../../composer.json')[0], [400, 404]);
        self::assertSame(404, $this->get('/build/nothing.js')[0]);
    }

    public function testALargeAnswerIsPackedAndTheSame(): void
    {
        $this->start();
        preg_match('/"id":"([0-9a-f]+)"/', $this->get('/api/documents?kind=rig')[1], $rig);
        $path = '/api/documents/'.($rig[1] ?? '');
        [, $plain, $headers] = $this->get($path);
        self::assertArrayNotHasKey('content-encoding', $headers);
        [, $packed, $headers] = $this->get($path, ['Accept-Encoding: gzip']);
        self::assertSame('gzip', $headers['content-encoding'] ?? '');
        self::assertLessThan(\strlen($plain) / 4, \strlen($packed));
        self::assertSame($plain, gzdecode($packed));
    }

    public function testOnlyTheOwnerCanReadTheData(): void
    {
        $this->start();
        $this->get('/api/documents');
        foreach (array_filter(glob("{$this->folder}/a.*") ?: [], is_file(...)) as $file) {
            self::assertSame('0600', substr(\sprintf('%o', fileperms($file)), -4), $file);
        }
    }

    public function testPasswordsAreGuessedSlowly(): void
    {
        $this->start(['ZIGZAG_PASSWORD' => 'brine']);
        self::assertSame(401, $this->get('/api/documents')[0]);
        self::assertSame(200, $this->get('/api/documents', ['Authorization: Basic '.base64_encode('player:brine')])[0]);
        $statuses = [];
        for ($i = 0; $i < 15; ++$i) {
            $statuses[] = $this->get('/api/documents', ['Authorization: Basic '.base64_encode("player:{$i}")])[0];
        }
        self::assertSame([401, 429], [$statuses[0], $statuses[14]]);
        self::assertSame(10, \count(array_keys($statuses, 401, true)));
    }

    public function testDataInUseAreNotTouchedAndOldDataArePutAside(): void
    {
        $this->start();
        $before = md5_file("{$this->folder}/a.sqlite");
        foreach (
            [
                "--fresh --port {$this->port}" => 'cannot be listened on',
                '--fresh --port '.FreePort::find() => 'is in use by an application that runs',
            ] as $options => $says
        ) {
            [$exit, $error] = $this->demo((string) $options);
            self::assertSame(1, $exit);
            self::assertStringContainsString($says, $error);
            self::assertSame(1, substr_count($error, "\n"), $error);
        }
        self::assertSame($before, md5_file("{$this->folder}/a.sqlite"));
        $this->demo?->stop(5, \SIGTERM);
        mkdir("{$this->folder}/other.runs");
        touch("{$this->folder}/other.runs/1.tape");
        $this->start(options: ['--fresh']);
        self::assertCount(1, glob("{$this->folder}/a.aside-*.sqlite") ?: []);
        self::assertFileExists("{$this->folder}/other.runs/1.tape");
        self::assertSame(200, $this->get('/api/documents')[0]);
    }

    public function testADamagedDatabaseIsOneLineAndItsLastGoodCopyIsOffered(): void
    {
        $this->start();
        $this->demo?->stop(5, \SIGTERM);
        $sound = (string) file_get_contents("{$this->folder}/a.sqlite");
        file_put_contents("{$this->folder}/a.sqlite", substr($sound, 0, 4096).random_bytes(8192).substr($sound, 12288));
        [$exit, $error] = $this->demo('--port '.FreePort::find());
        self::assertSame([1, 1], [$exit, substr_count($error, "\n")], $error);
        self::assertStringContainsString('the last good copy is of '.date('Y-m-d').': bin/demo --restore', $error);
        $this->start(options: ['--restore']);
        self::assertStringContainsString('The Salt Ferry', $this->get('/api/documents')[1]);
        self::assertCount(1, glob("{$this->folder}/a.aside-*.sqlite") ?: []);
    }

    public function testADatabaseThatIsDeletedWhileRunningIsNoticedAndPlayingGoesOn(): void
    {
        $this->start();
        $bench = $this->openBench();
        self::assertSame(200, $this->play($bench, 1)[0]);
        self::assertSame(200, $this->get('/api/documents')[0]);
        rename("{$this->folder}/a.sqlite", "{$this->folder}/gone.sqlite");
        [$status, $answer] = $this->get('/api/documents');
        self::assertSame(503, $status);
        self::assertStringContainsString('is not in its place any more', $answer);
        self::assertSame(200, $this->play($bench, 2)[0]);
        rename("{$this->folder}/gone.sqlite", "{$this->folder}/a.sqlite");
        self::assertSame(200, $this->get('/api/documents')[0]);
    }

    public function testWorkersThatDieAreReplacedAndIdleClientsHoldUpNobody(): void
    {
        $this->start();
        $bench = $this->openBench();
        $idle = [];
        for ($i = 0; $i < 50; ++$i) {
            $client = stream_socket_client("tcp://127.0.0.1:{$this->port}");
            self::assertNotFalse($client);
            fwrite($client, "POST /api/bench/{$bench}/play HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 1000\r\n\r\n{");
            $idle[] = $client;
        }
        self::assertSame(200, $this->play($bench, 1)[0]);
        $pids = array_filter(explode("\n", trim((new Process(['pgrep', '-P', $this->pid('php-fpm')]))->mustRun()->getOutput())));
        self::assertGreaterThan(4, \count($pids));
        foreach ($pids as $pid) {
            posix_kill((int) $pid, \SIGKILL);
        }
        self::assertTrue($this->until(fn (): bool => 200 === $this->play($bench, 2)[0]), 'and the bench is the same');
        posix_kill((int) $this->pid('php-fpm'), \SIGKILL);
        self::assertTrue($this->until(fn (): bool => 200 === $this->play($bench, 3)[0]), 'the whole of it is started anew');
        array_map(fclose(...), $idle);
    }

    public function testWhatWasKilledIsStartedAgainAtOnceAndLeavesNothing(): void
    {
        $runs = [];
        for ($i = 0; $i < 2; ++$i) {
            $this->start(keepsPort: $i > 0);
            $runs[] = $this->runFolder();
            posix_kill((int) $this->demo?->getPid(), \SIGKILL);
        }
        $this->start(keepsPort: true);
        self::assertSame(200, $this->get('/api/documents')[0]);
        foreach ($runs as $left) {
            self::assertDirectoryDoesNotExist($left);
        }
    }

    public function testErrorsAreNotKeptAndSayThatTheyMayPass(): void
    {
        $this->start();
        foreach (['/build/nothing.js', '/build/assets/none-12345678.css'] as $none) {
            [$status, , $headers] = $this->get($none);
            self::assertSame([404, false], [$status, str_contains($headers['cache-control'] ?? '', 'max-age=3')]);
        }
        foreach (glob("{$this->runFolder()}/*.sock") ?: [] as $socket) {
            unlink($socket);
        }
        [$status, $answer, $headers] = $this->get('/api/documents');
        self::assertSame([503, '1'], [$status, $headers['retry-after'] ?? null], $answer);
    }

    public function testAPasswordThatKeepsNobodyOutIsRefused(): void
    {
        foreach (['x', 'abcd'] as $short) {
            $process = new Process(
                [\dirname(__DIR__, 2).'/bin/demo', '--port', (string) FreePort::find()],
                null,
                ['ZIGZAG_PASSWORD' => $short, 'ZIGZAG_DATABASE' => "{$this->folder}/a.sqlite"],
                timeout: 60,
            );
            $process->run();
            self::assertSame(2, $process->getExitCode());
            self::assertStringContainsString('too short', $process->getErrorOutput());
        }
    }

    public function testNamesThatSomebodyMadeUpLeaveNothing(): void
    {
        $this->start();
        $this->get('/api/documents');
        $memory = (new DataFolder("{$this->folder}/a.sqlite"))->inMemory();
        $before = glob("{$memory}/*");
        for ($i = 0; $i < 20; ++$i) {
            self::assertSame(404, $this->get('/api/bench/'.bin2hex(random_bytes(8)))[0]);
            self::assertSame(404, $this->play(bin2hex(random_bytes(8)), 1)[0]);
            self::assertSame(404, $this->get('/api/everything/incoming/'.bin2hex(random_bytes(8)).'/next', body: '{}')[0]);
        }
        self::assertSame($before, glob("{$memory}/*"));
    }

    public function testItListensOnIpVersion6(): void
    {
        $this->start(options: ['--host', '::1'], host: '[::1]');
        self::assertSame(200, $this->get('/api/documents', host: '[::1]')[0]);
    }

    /**
     * @param array<string, string> $env
     * @param list<string> $options
     */
    private function start(array $env = [], array $options = [], string $host = '127.0.0.1', bool $keepsPort = false): void
    {
        $this->port = $keepsPort ? $this->port : FreePort::find();
        $this->demo = new Process(
            [\dirname(__DIR__, 2).'/bin/demo', '--port', (string) $this->port, ...$options],
            null,
            $env + ['APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'ZIGZAG_DATABASE' => "{$this->folder}/a.sqlite"],
            timeout: null,
        );
        $this->demo->start();
        $this->demo->waitUntil(static fn (string $type, string $output): bool => str_contains($output, 'is open at'));
        self::assertTrue($this->demo->isRunning(), $this->demo->getErrorOutput());
    }

    /** @return array{int, string} exit status and errors of a start that fails */
    private function demo(string $options): array
    {
        $process = new Process(
            [\dirname(__DIR__, 2).'/bin/demo', ...explode(' ', $options)],
            null,
            ['APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'ZIGZAG_DATABASE' => "{$this->folder}/a.sqlite"],
            timeout: 60,
        );
        $process->run();

        return [(int) $process->getExitCode(), $process->getErrorOutput()];
    }

    /** Where the server has its sockets. */
    private function runFolder(): string
    {
        self::assertSame(
            1,
            preg_match(
                '/^pid = (\S+)\/php-fpm.pid$/m',
                (string) file_get_contents(\dirname(__DIR__, 2)."/var/server/{$this->port}-php-fpm.conf"),
                $match,
            ),
        );

        return $match[1];
    }

    private function pid(string $of): string
    {
        $run = glob('/tmp/zigzag-run-*/nginx.pid') ?: [];
        self::assertNotSame([], $run);
        $config = (string) file_get_contents(\dirname(__DIR__, 2)."/var/server/{$this->port}-{$of}.conf");
        self::assertSame(1, preg_match('/^pid = (.+)$/m', $config, $match));

        return trim((string) file_get_contents($match[1]));
    }

    private function openBench(): string
    {
        $answer = json_decode(
            $this->get('/api/bench', body: '{"text": "port keys in\nport moths out\nrule \"r\"\n  take any\n  send moths\n"}')[1],
            true,
        );
        self::assertIsArray($answer);
        self::assertIsString($answer['id'] ?? null);

        return $answer['id'];
    }

    /** @return array{int, string, array<string, string>} */
    private function play(string $bench, int $request): array
    {
        return $this->get(
            "/api/bench/{$bench}/play",
            body: (string) json_encode([
                'request' => $request,
                'nowUs' => $request,
                'gestures' => [['number' => $request, 'do' => 'play', 'timeUs' => $request, 'port' => 'keys', 'bytes' => '90 3C 64']],
            ]),
        );
    }

    /** @param callable(): bool $condition */
    private function until(callable $condition): bool
    {
        for ($i = 0; $i < 100; ++$i) {
            if ($condition()) {
                return true;
            }
            usleep(100_000);
        }

        return false;
    }

    /**
     * @param list<string> $headers
     *
     * @return array{int, string, array<string, string>} status, body, headers
     */
    private function get(string $path, array $headers = [], ?string $body = null, string $host = '127.0.0.1'): array
    {
        $curl = curl_init("http://{$host}:{$this->port}{$path}");
        self::assertNotFalse($curl);
        $got = [];
        curl_setopt_array($curl, [
            \CURLOPT_RETURNTRANSFER => true,
            \CURLOPT_TIMEOUT => 10,
            \CURLOPT_PATH_AS_IS => true,
            \CURLOPT_HTTPHEADER => [...$headers, 'Content-Type: application/json'],
            \CURLOPT_HEADERFUNCTION => static function ($curl, string $line) use (&$got): int {
                $parts = explode(':', $line, 2);
                if (2 === \count($parts)) {
                    $got[strtolower($parts[0])] = trim($parts[1]);
                }

                return \strlen($line);
            },
        ]);
        if (null !== $body) {
            curl_setopt($curl, \CURLOPT_POSTFIELDS, $body);
        }
        $answer = curl_exec($curl);

        return [curl_getinfo($curl, \CURLINFO_RESPONSE_CODE), (string) $answer, $got];
    }
}

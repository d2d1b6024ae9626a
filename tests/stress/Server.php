<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Stress;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use ZigzagPost\Tests\Browser\FreePort;

/** `bin/demo` with data of its own, to be treated badly. */
final class Server
{
    public readonly string $folder;
    public readonly string $address;
    private readonly int $port;
    private Process $demo;

    public function __construct()
    {
        $this->folder = sys_get_temp_dir().'/zigzag-stress-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        $this->port = FreePort::find();
        $this->address = "http://127.0.0.1:{$this->port}";
        $this->start();
    }

    public function start(): void
    {
        $this->demo = new Process(
            [\dirname(__DIR__, 2).'/bin/demo', '--port', (string) $this->port],
            null,
            ['APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'ZIGZAG_DATABASE' => "{$this->folder}/a.sqlite"],
            timeout: null,
        );
        $this->demo->start();
        $this->demo->waitUntil(static fn (string $type, string $output): bool => str_contains($output, 'is open at'));
        if (!$this->demo->isRunning()) {
            throw new \RuntimeException($this->demo->getErrorOutput());
        }
    }

    public function stop(): void
    {
        $this->demo->stop(5, \SIGTERM);
        (new Filesystem())->remove($this->folder);
    }

    /** Kills the application with all that it started in its own group; what plays between devices is not of them. */
    public function killDemo(): void
    {
        $this->kill();
        $this->demo->signal(\SIGKILL);
    }

    /** Kills every process of the server at once; those that are to come back do so by themselves. */
    public function kill(): void
    {
        $config = (string) file_get_contents(\dirname(__DIR__, 2)."/var/server/{$this->port}-php-fpm.conf");
        preg_match('/^pid = (.+)$/m', $config, $match);
        $master = (int) @file_get_contents($match[1] ?? '');
        if ($master > 0) {
            posix_kill(-$master, \SIGKILL);
        }
    }

    /**
     * @param array<string, mixed>|null $json
     *
     * @return array{int, string} status (0 for none) and answer
     */
    public function call(string $method, string $path, ?array $json = null, int $seconds = 60): array
    {
        return $this->send(
            $method,
            $path,
            null === $json ? null : (json_encode($json, \JSON_INVALID_UTF8_IGNORE) ?: '{'),
            ['Content-Type: application/json'],
            $seconds,
        );
    }

    /**
     * Asks until there is an answer that is no failure of the server, as the page does.
     *
     * @param array<string, mixed>|null $json
     *
     * @return array<mixed>
     */
    public function insist(string $method, string $path, ?array $json = null): array
    {
        for ($i = 0; $i < 200; ++$i) {
            [$status, $answer] = $this->call($method, $path, $json, 10);
            if ($status >= 200 && $status < 300) {
                return self::decoded($answer);
            }
            if ($status > 0 && $status < 500) {
                throw new \RuntimeException("{$method} {$path}: {$answer}");
            }
            usleep(50_000);
        }
        throw new \RuntimeException("no answer to {$method} {$path}");
    }

    /** @return array<mixed> */
    public static function decoded(string $json): array
    {
        $value = json_decode($json, true);

        return \is_array($value) ? $value : [];
    }

    /** @param array<mixed> $answer */
    public static function text(array $answer, string $name): string
    {
        return \is_string($answer[$name] ?? null) ? $answer[$name] : '';
    }

    /** @param array<mixed> $answer */
    public static function number(array $answer, string $name): int
    {
        return \is_int($answer[$name] ?? null) ? $answer[$name] : 0;
    }

    /** @return array{int, string} */
    public function upload(string $name, string $content, string $to = '/api/tapes'): array
    {
        $file = (string) tempnam($this->folder, 'up');
        file_put_contents($file, $content);
        $answer = $this->send('POST', $to, ['file' => new \CURLFile($file, 'application/octet-stream', $name)], [], 60);
        unlink($file);

        return $answer;
    }

    /**
     * @param string|array<string, mixed>|null $body
     * @param list<string> $headers
     *
     * @return array{int, string}
     */
    public function send(string $method, string $path, string|array|null $body, array $headers, int $seconds = 60): array
    {
        $curl = curl_init($this->address.$path);
        if (false === $curl || '' === $method) {
            throw new \LogicException($path);
        }
        curl_setopt_array($curl, [
            \CURLOPT_RETURNTRANSFER => true,
            \CURLOPT_CUSTOMREQUEST => $method,
            \CURLOPT_TIMEOUT => $seconds,
            \CURLOPT_HTTPHEADER => $headers,
        ]);
        if (null !== $body) {
            curl_setopt($curl, \CURLOPT_POSTFIELDS, $body);
        }
        $answer = curl_exec($curl);

        // An answer that was cut off is none; a browser takes it so, too.
        return [0 === curl_errno($curl) ? curl_getinfo($curl, \CURLINFO_RESPONSE_CODE) : 0, (string) $answer];
    }
}

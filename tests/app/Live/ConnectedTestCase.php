<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\LiveHosts;
use ZigzagPost\Tests\App\ApiTestCase;

/** A show that is connected through the API; FIFOs stand for a keyboard and a synth. */
abstract class ConnectedTestCase extends ApiTestCase
{
    protected string $rig = '';
    protected string $folder = '';
    /** @var array<string, resource> */
    protected array $fifos = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/live-api-'.bin2hex(random_bytes(6));
        mkdir($this->folder, 0o700);
        foreach (['keys', 'synth'] as $port) {
            posix_mkfifo("{$this->folder}/{$port}", 0o600);
            $fifo = fopen("{$this->folder}/{$port}", 'r+n');
            \assert(false !== $fifo);
            stream_set_blocking($fifo, false);
            $this->fifos[$port] = $fifo;
        }
    }

    protected function tearDown(): void
    {
        if ('' !== $this->rig) {
            $hosts = self::getContainer()->get(LiveHosts::class);
            \assert($hosts instanceof LiveHosts);
            $hosts->end($this->rig);
        }
        foreach (['/keys', '/synth', ''] as $name) {
            '' === $name ? @rmdir($this->folder) : @unlink($this->folder.$name);
        }
        parent::tearDown();
    }

    protected function hosts(): LiveHosts
    {
        $hosts = self::getContainer()->get(LiveHosts::class);
        \assert($hosts instanceof LiveHosts);

        return $hosts;
    }

    protected function heard(int $bytes, float $withinS = 3.0): string
    {
        $heard = '';
        for ($end = microtime(true) + $withinS; \strlen($heard) < $bytes && microtime(true) < $end; usleep(5_000)) {
            $heard .= (string) fread($this->fifos['synth'], max(1, $bytes - \strlen($heard)));
        }

        return $heard;
    }
}

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
    private Fifos $devices;
    /** @var array<string, resource> */
    protected array $fifos = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->devices = new Fifos($this->names());
        [$this->folder, $this->fifos] = [$this->devices->folder, $this->devices->streams];
    }

    protected function tearDown(): void
    {
        if ('' !== $this->rig) {
            $this->hosts()->end($this->rig);
            $hosts = self::getContainer()->get(LiveHosts::class);
            \assert($hosts instanceof LiveHosts);
            $hosts->end($this->rig);
        }
        $this->devices->remove();
        parent::tearDown();
    }

    /** @return list<string> what stands for devices */
    protected function names(): array
    {
        return ['keys', 'synth'];
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

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

/** Other devices are connected while a show plays: a spare takes the place of what died, a port gets its first device. */
final class SparesTest extends ConnectedTestCase
{
    private const RULES = <<<'BOOK'
        port keys in
        port synth out
        scene "Calm"
        always
        rule "r"
          take any
          send synth

        BOOK;

    protected function names(): array
    {
        return ['keys', 'synth', 'spare'];
    }

    public function testASpareTakesThePlaceOfWhatIsThereAndWhatSoundsThereEnds(): void
    {
        $this->connect(['keys' => ['in' => $this->device('keys')], 'synth' => ['out' => $this->device('synth'), 'spareOut' => $this->device('spare')]]);
        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        self::assertSame("\x90\x3C\x64", $this->heard(3));

        $this->reconnect(['keys' => ['in' => $this->device('keys')], 'synth' => ['out' => $this->device('spare'), 'spareOut' => $this->device('synth')]]);
        self::assertSame("\x80\x3C\x40", substr($this->heard(3), 0, 3), 'the key that is down is let go at the old one');
        $now = $this->until(fn (array $port): bool => "{$this->folder}/spare" === $port['out']);
        self::assertSame([$this->path('spare'), true, false], [$now['outDevice'], $now['isBack'], $now['isMuted']], 'and can be restored at the new one');
        $this->drain();
        fwrite($this->fifos['keys'], "\x90\x40\x64\x80\x3C\x40");
        self::assertSame("\x90\x40\x64\x80\x3C\x40", $this->spareHeard(6));
        self::assertSame('', $this->heard(1, 0.2));

        // One that is not there at all gives way at once; the player that is killed goes on with what is connected now.
        unlink($this->path('spare'));
        $this->reconnect(['keys' => ['in' => $this->device('keys')], 'synth' => ['out' => $this->device('synth')]]);
        $this->until(fn (array $port): bool => $this->path('synth') === $port['out']);
        fwrite($this->fifos['keys'], "\x90\x43\x64");
        self::assertStringContainsString("\x90\x43\x64", $this->heard(3));
        $pid = (int) trim((string) file_get_contents((string) $this->hosts()->place($this->rig).'/player.pid'));
        posix_kill($pid, 9);
        self::assertStringContainsString("\x80\x43\x40", $this->heard(6, 4.0), 'ended by the player that goes on');
        $this->until(fn (array $port): bool => $this->path('synth') === $port['out']);
        $this->drain();
        fwrite($this->fifos['keys'], "\x90\x45\x64");
        self::assertStringContainsString("\x90\x45\x64", $this->heard(3));
    }

    public function testAPortGetsItsFirstDeviceAndLosesItsLast(): void
    {
        $this->connect(['keys' => ['in' => $this->device('keys')]]);
        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        self::assertSame('', $this->heard(1, 0.2));
        $this->reconnect(['keys' => ['in' => $this->device('keys')], 'synth' => ['out' => $this->device('synth')]]);
        $this->until(fn (array $port): bool => $this->path('synth') === $port['out']);
        fwrite($this->fifos['keys'], "\x80\x3C\x40\x90\x40\x64");
        self::assertSame("\x80\x3C\x40\x90\x40\x64", $this->heard(6), 'nothing of before');
        $this->until(static fn (array $port): bool => 2 === $port['sent']);
        self::assertFalse($this->picture()['differs'] ?? null);

        $this->reconnect(['keys' => ['in' => $this->device('spare')]]);
        self::assertSame("\x80\x40\x40", substr($this->heard(3), 0, 3));
        $this->until(static fn (array $port): bool => null === $port['out'] && null === $port['outDevice']);
        $this->drain();
        fwrite($this->fifos['keys'], "\x90\x45\x64");
        fwrite($this->fifos['spare'], "\x90\x45\x64");
        self::assertSame('', $this->heard(1, 0.2));
        $this->until(static fn (array $port): bool => true, static fn (array $picture): bool => 4 === $picture['compared'] || $picture['compared'] > 4);
        self::assertFalse($this->picture()['differs'] ?? null, 'player and watcher stand alike');
    }

    public function testOtherRulesBringTheirPortsWithThem(): void
    {
        $this->connect(['keys' => ['in' => $this->device('keys')], 'synth' => ['out' => $this->device('synth')], 'desk' => ['out' => $this->device('spare')]]);
        $stored = $this->call('GET', "/api/documents/{$this->rig}?alone=1", null, 200);
        $rules = $this->call('GET', '/api/documents/'.$this->text((array) json_decode($this->text($stored, 'text'), true), 'book'), null, 200);
        $this->call('PUT', '/api/documents/'.$this->text($rules, 'id'), [
            'name' => 'Trial',
            'version' => $rules['version'],
            'text' => str_replace(['port synth out', 'send synth'], ["port synth out\nport desk out", 'send synth, desk'], self::RULES),
        ], 200);
        $this->call('POST', "/api/rigs/{$this->rig}/live/do", ['do' => 'rules'], 200, 'LiveNow');
        for ($end = microtime(true) + 3; microtime(true) < $end && !str_contains((string) json_encode($this->picture()), 'desk'); usleep(20_000)) {
        }
        $this->until(static fn (array $port): bool => true, static fn (array $picture): bool => str_contains((string) json_encode($picture), 'spare'));
        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        self::assertSame("\x90\x3C\x64", $this->spareHeard(3));
        self::assertSame("\x90\x3C\x64", $this->heard(3));
    }

    private function path(string $name): string
    {
        return "{$this->folder}/{$name}";
    }

    private function device(string $name): string
    {
        return "device:{$this->path($name)}";
    }

    /** @param array<string, array<string, string>> $connections */
    private function connect(array $connections): void
    {
        $json = [
            'schema' => 1,
            'name' => 'Trial',
            'charts' => new \stdClass(),
            'units' => [],
            'leads' => [],
            'rulebook' => self::RULES,
            'connections' => [(string) gethostname() => $connections],
        ];
        $this->rig = $this->text($this->upload('trial.rig.json', json_encode($json, \JSON_THROW_ON_ERROR), 201, '/api/documents/import'), 'id');
        $this->call('PUT', "/api/rigs/{$this->rig}/live", ['isDry' => false], 200, 'LiveNow');
    }

    /** @param array<string, array<string, string>> $connections */
    private function reconnect(array $connections): void
    {
        // Who plays may do that while the show is locked.
        $this->call('PUT', "/api/rigs/{$this->rig}/lock", [], 200);
        $stored = $this->call('GET', "/api/documents/{$this->rig}/beside/connections", null, 200, 'Document');
        $text = json_encode(['connections' => [(string) gethostname() => $connections]], \JSON_THROW_ON_ERROR);
        $this->call('PUT', '/api/documents/'.$this->text($stored, 'id'), ['name' => $stored['name'], 'text' => $text, 'version' => $stored['version']], 200);
        $this->call('POST', "/api/rigs/{$this->rig}/live/do", ['do' => 'connect'], 200, 'LiveNow');
    }

    /** @return array<mixed> */
    private function picture(): array
    {
        return (array) ($this->call('GET', "/api/rigs/{$this->rig}/live/now", null, 200, 'LiveNow')['picture'] ?? []);
    }

    /**
     * @param \Closure(array<mixed>): bool $isSo of the port "synth"
     * @param (\Closure(array<mixed>): bool)|null $andSo of the whole picture
     *
     * @return array<mixed>
     */
    private function until(\Closure $isSo, ?\Closure $andSo = null): array
    {
        $port = [];
        for ($end = microtime(true) + 6; microtime(true) < $end; usleep(20_000)) {
            $picture = $this->picture();
            $port = (array) ($this->at($picture, 'ports.1') ?? []);
            if ($isSo($port) && (null === $andSo || $andSo($picture))) {
                return $port;
            }
        }
        self::fail(json_encode($port, \JSON_THROW_ON_ERROR));
    }

    private function spareHeard(int $bytes): string
    {
        $heard = '';
        for ($end = microtime(true) + 3; \strlen($heard) < $bytes && microtime(true) < $end; usleep(5_000)) {
            $heard .= (string) fread($this->fifos['spare'], max(1, $bytes - \strlen($heard)));
        }

        return $heard;
    }

    private function drain(): void
    {
        while ('' !== $this->heard(4096, 0.1)) {
        }
        $this->spareHeard(0);
        fread($this->fifos['spare'], 4096);
    }
}

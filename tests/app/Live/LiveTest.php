<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\HostFolder;
use App\Live\JournalFiles;
use App\Live\LivePlan;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Live\WhatLeft;

/** `bin/zigzag live` between FIFOs: separate processes, in real time. */
final class LiveTest extends TestCase
{
    private const BOOK = <<<'BOOK'
        port keys in
        port pads in
        port synth out
        port echo out
        clock beat
          tempo 120
          send echo
        scene "Calm"
          on enter post program 3 to synth
        scene "Storm"
          on enter post program 5 to synth
        always
        rule "twice"
          from keys
          take note
          send synth
          delay 120ms
          set key = key + 12
          send echo
        rule "short"
          from pads
          take note
          gate 200ms
          send synth
        rule "beat"
          from pads
          take cc 20
          press
          start beat
        rule "rest"
          take any
          send synth
        BOOK;

    private const KILLS = 3;

    private ?LiveProcess $live = null;

    protected function tearDown(): void
    {
        $this->live?->remove();
    }

    public function testItPlaysAndEndsWithNotesOff(): void
    {
        $live = $this->live();
        $live->start();
        $live->send('keys', "\x90\x3C\x64\xB0\x40\x7F");
        $live->until(static fn (): bool => str_contains($live->got['echo'], "\x90\x48\x64") && str_contains($live->got['synth'], "\xB0\x40\x7F"), 2.0);
        self::assertSame(0, $live->stop());
        $live->hear(0.1);
        self::assertStringContainsString("\x80\x3C\x40", $live->got['synth']);
        self::assertStringContainsString("\xB0\x40\x00", $live->got['synth']);
        self::assertStringContainsString("\x80\x48\x40", $live->got['echo']);
        self::assertMatchesRegularExpression('/^played \d+ pieces in, \d+ messages out$/m', $live->said);
    }

    public function testTheSceneIsKeptAndASecondHostRefused(): void
    {
        $live = $this->live();
        $live->start();
        self::assertSame(0, $live->tell('scene 2'));
        self::assertSame(2, $live->tell('scene 9'));
        $live->until(static fn (): bool => str_ends_with($live->got['synth'], "\xC0\x05"), 2.0);
        $refused = self::command(['live', $live->path('show.book'), '--connect', 'keys=device:'.$live->path('keys'), '--state', $live->path('state')]);
        self::assertSame(2, $refused[0]);
        self::assertStringContainsString('is played already: process', $refused[1]);
        $live->stop();
        $before = \strlen($live->got['synth']);
        $live->start(['--record', $live->path('recording.tape')]);
        $live->send('keys', "\xB0\x07\x11");
        $live->until(static fn (): bool => str_ends_with($live->got['synth'], "\xB0\x07\x11"), 2.0);
        $live->stop();
        self::assertStringContainsString('!state', $live->recording());
        self::assertStringNotContainsString("\xC0\x03", substr($live->got['synth'], $before), 'the first scene does not begin again');
    }

    public function testTheRecordingGivesWhatLeftWhateverHappened(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(19));
        $live = $this->live();
        $live->start(['--record', $live->path('recording.tape')]);
        $kills = 0;
        $rounds = max(60, Cases::number(60));
        for ($round = 0; $round < $rounds; ++$round) {
            $live->send(0 === $round % 3 ? 'pads' : 'keys', self::played($random));
            $live->hear($random->getInt(1, 40) / 1000);
            $chance = $random->getInt(0, 19);
            if (0 === $chance) {
                $live->tell('panic');
            } elseif (1 === $chance) {
                $live->tell('scene '.$random->getInt(1, 2));
            } elseif ($kills < self::KILLS && $chance < 4) {
                ++$kills;
                $live->signalPlayer(\SIGKILL);
                $live->until(static fn (): bool => 1 + $kills === substr_count($live->said, "playing\n"), 5.0);
            }
        }
        $live->hear(2.0);
        /** @var array{compared: int, differs: bool} $picture */
        $picture = json_decode((string) file_get_contents(HostFolder::placeOf($live->path('state')).'/picture.json'), true);
        self::assertGreaterThan(0, $picture['compared'], 'player and watcher were compared');
        self::assertFalse($picture['differs'], 'and stood alike');
        self::assertSame(0, $live->stop());
        $live->hear(0.2);
        WhatLeft::assertIs($live->recording(), $live->runOfRecording(), $live->got, [], 'seed 19');
        self::assertSame(self::KILLS, $kills);
        self::assertGreaterThan(200, \strlen($live->got['synth']));
    }

    public function testAPlayerThatHangsIsStartedAgainAndNotesEnd(): void
    {
        $live = $this->live();
        $live->start();
        $live->send('keys', "\x90\x3C\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3C\x64"), 2.0);
        $live->signalPlayer(\SIGSTOP);
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x80\x3C\x40"), 5.0);
        self::assertStringContainsString('the player gave no sign for a second', $live->said);
        $live->send('keys', "\x90\x3D\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3D\x64"), 2.0);
    }

    public function testWhereNoPlayerStartsWhatSoundsIsEndedAndItIsTriedAgain(): void
    {
        $live = $this->live();
        $live->start();
        $live->send('keys', "\x90\x3C\x64\xB0\x40\x7F");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3C\x64"), 2.0);
        $live->hear(0.3);
        $place = HostFolder::placeOf($live->path('state'));
        rename("{$place}/".LivePlan::FILE, "{$place}/away");
        $live->signalPlayer(\SIGKILL);
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x80\x3C\x40\xB0\x40\x00"), 2.5);
        $live->until(static fn (): bool => str_contains($live->said, 'no player starts; what sounded at'), 0.5);
        self::assertSame(1, substr_count($live->said, 'the player died'), 'told once');
        rename("{$place}/away", "{$place}/".LivePlan::FILE);
        $live->until(static fn (): bool => 2 === substr_count($live->said, "playing\n"), 3.0);
        $live->send('keys', "\x90\x40\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x40\x64"), 2.0);
    }

    public function testWhoWatchesCanDieAndPlayingGoesOnWatched(): void
    {
        $live = $this->live();
        $live->start(['--record', $live->path('recording.tape')]);
        $live->send('keys', "\x90\x3C\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3C\x64"), 2.0);
        $player = $live->player();
        $killed = $live->killHost();
        $live->send('keys', "\x90\x3E\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3E\x64"), 0.5);
        self::assertStringNotContainsString("\x80\x3C", $live->got['synth'], 'what is held goes on');
        $live->until(static fn (): bool => !\in_array(HostFolder::ownerOf($live->path('state')), [null, $killed], true), 5.0);
        $live->hear(0.5);
        posix_kill($player, \SIGKILL);
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x80\x3C\x40"), 5.0);
        $live->send('keys', "\x90\x40\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x40\x64"), 3.0);
        self::assertSame(0, $live->tell('panic'));
        self::assertStringContainsString('!state', (string) file_get_contents($live->path('recording-2.tape')), 'the recording goes on beside');
    }

    public function testADeviceThatGoesLetsGoAndComesBackByItself(): void
    {
        $live = $this->live();
        $live->start();
        $live->send('keys', "\x90\x3C\x64\xE0\x00\x50");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\xE0\x00\x50"), 2.0);
        rename($live->path('keys'), $live->path('unplugged'));
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x80\x3C\x40\xE0\x00\x40"), 1.5);
        $live->until(static fn (): bool => 1 === preg_match('/^keys: .* is gone; what it held is let go$/m', $live->said), 0.5);
        rename($live->path('unplugged'), $live->path('keys'));
        $live->until(static fn (): bool => 2 === substr_count($live->said, 'keys hears'), 2.5);
        $live->send('keys', "\x90\x40\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x40\x64"), 2.0);
        self::assertStringEndsWith("\x90\x40\x64", $live->got['synth']);
    }

    /** What was played while a device was away is not played to it when it is back: silence comes first, then what is new. */
    public function testADeviceThatWasAwayGetsSilenceAndNothingOfWhatItMissed(): void
    {
        $live = $this->live();
        $live->start();
        $live->send('keys', "\x90\x3C\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3C\x64"), 2.0);
        rename($live->path('synth'), $live->path('unplugged'));
        $live->until(static fn (): bool => 1 === preg_match('/^synth: .* is gone$/m', $live->said), 1.5);
        $from = \strlen($live->got['synth']);
        for ($key = 40; $key < 90; ++$key) {
            $live->send('keys', "\x90".\chr($key)."\x64\x80".\chr($key)."\x40");
            $live->hear(0.06);
        }
        $live->until(static fn (): bool => str_contains($live->said, 'synth takes nothing'), 2.0);
        rename($live->path('unplugged'), $live->path('synth'));
        $live->until(static fn (): bool => 2 === substr_count($live->said, 'synth sends to'), 2.5);
        $live->send('keys', "\x90\x64\x64");
        $live->until(static fn (): bool => str_ends_with($live->got['synth'], "\x90\x64\x64"), 2.0);
        self::assertSame('803c40b04000b07b00b07800906464', bin2hex(substr($live->got['synth'], $from)));
    }

    public function testAFullDiskStopsTheRecordingAndNothingElse(): void
    {
        $live = $this->live();
        $live->start(['--record', '/dev/full']);
        $live->send('keys', "\x90\x3C\x64");
        $live->until(static fn (): bool => str_contains($live->said, 'the recording has stopped: the disk takes no more'), 2.0);
        $live->send('keys', "\x90\x40\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x40\x64"), 2.0);
        self::assertSame(1, substr_count($live->said, 'the recording has stopped'), 'it is told once');
        self::assertSame(0, $live->stop());
    }

    public function testALongJournalBeginsAnewAndNothingIsForgotten(): void
    {
        $live = $this->live();
        $live->start();
        self::assertSame(0, $live->tell('scene 2'));
        $place = HostFolder::placeOf($live->path('state'));
        for ($round = 0; $round < 300 && !is_file(JournalFiles::journal($place, 2)); ++$round) {
            // A control that moves faster than its wire: most of it is left out, and told by number.
            $live->send('keys', str_repeat(implode('', array_map(static fn (int $value): string => "\xB0\x07".\chr($value), range(0, 79))), 4));
            $live->hear(0.01);
        }
        $live->until(static fn (): bool => is_file(JournalFiles::checkpoint($place, 2)), 5.0);
        $live->send('keys', "\x90\x3C\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3C\x64"), 3.0);
        $live->signalPlayer(\SIGKILL);
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x80\x3C\x40"), 5.0);
        $picture = json_decode((string) file_get_contents("{$place}/picture.json"), true);
        self::assertIsArray($picture);
        self::assertSame([1, false], [$picture['scene'], $picture['differs']]);
    }

    public function testASupervisorHearsThatItIsReadyAliveAndStopping(): void
    {
        $live = $this->live();
        $socket = stream_socket_server("udg://{$live->path('notify')}", $code, $text, \STREAM_SERVER_BIND);
        self::assertIsResource($socket);
        putenv("NOTIFY_SOCKET={$live->path('notify')}");
        $live->start();
        putenv('NOTIFY_SOCKET');
        $live->hear(0.7);
        $live->stop();
        stream_set_blocking($socket, false);
        $said = [];
        while ('' !== ($word = (string) stream_socket_recvfrom($socket, 100))) {
            $said[] = $word;
        }
        self::assertContains('READY=1', $said);
        self::assertGreaterThanOrEqual(2, \count(array_keys($said, 'WATCHDOG=1', true)));
        self::assertSame(['READY=1', 'STOPPING=1'], array_values(array_diff($said, ['WATCHDOG=1'])));
    }

    public function testTheServiceOfASmallComputerIsSound(): void
    {
        $live = $this->live();
        $unit = str_replace('/opt/zigzag-post', \dirname(__DIR__, 3), (string) file_get_contents(__DIR__.'/../../../config/server/zigzag.service'));
        file_put_contents($live->path('zigzag.service'), $unit);
        $process = proc_open(['systemd-analyze', 'verify', $live->path('zigzag.service')], [2 => ['pipe', 'w']], $pipes);
        self::assertIsResource($process);
        $said = (string) stream_get_contents($pipes[2]);
        self::assertSame(0, proc_close($process), $said);
        self::assertSame('', $said);
        preg_match('/^ExecStart=(.*)$/m', $unit, $command);
        self::assertStringContainsString('/bin/zigzag live /var/lib/zigzag/rig.json --state /var/lib/zigzag/state', $command[1] ?? '');
    }

    public function testAStateThatIsDamagedIsPutAsideAndTheShowBegins(): void
    {
        $live = $this->live();
        $live->start();
        $live->tell('scene 2');
        $live->stop();
        foreach (glob($live->path('state/kept').'/{checkpoint,journal}-*', \GLOB_BRACE) ?: [] as $file) {
            file_put_contents($file, str_repeat("\x07", 100));
        }
        $live->start();
        self::assertStringContainsString('is damaged, or of other rules; it was put aside', $live->said);
        $live->send('keys', "\xB0\x07\x11");
        $live->until(static fn (): bool => str_ends_with($live->got['synth'], "\xB0\x07\x11"), 2.0);
        self::assertStringContainsString("\xC0\x03", $live->got['synth'], 'its first scene');
    }

    public function testACheckSaysEverythingThatStandsInTheWay(): void
    {
        $live = $this->live();
        $all = [];
        foreach (['keys', 'pads', 'synth', 'echo'] as $port) {
            array_push($all, '--connect', "{$port}=device:{$live->path($port)}");
        }
        self::assertSame([0, "nothing stands in the way\n"], self::printed(['live', $live->show, '--check', ...$all]));
        [$status, $said] = self::printed(['live', $live->show, '--check', '--connect', "keys=device:{$live->path('keys')}"]);
        self::assertSame(1, $status);
        self::assertSame(3, substr_count($said, 'nothing is connected'), $said);
        file_put_contents($live->path('bad.book'), "port keys in\nrule \"x\"\n  take any\n  send nowhere\n");
        [$status, $said] = self::printed(['live', $live->path('bad.book'), '--check']);
        self::assertSame(1, $status);
        self::assertStringContainsString('unknown-port', $said);
        [$status, $said] = self::printed(['live', \dirname(__DIR__, 3).'/demo/salt-ferry-as-found.rig.json', '--check']);
        self::assertSame(1, $status);
        self::assertMatchesRegularExpression('/the rig has \d+ errors; "bin\/zigzag rig check" lists what is wrong/', $said);
    }

    public function testWhatCannotBePlayedIsSaidInOneLine(): void
    {
        $live = $this->live();
        $book = $live->path('show.book');
        file_put_contents($live->path('bad.book'), "port keys in\nrule \"x\"\n  take any\n  send nowhere\n");
        foreach (
            [
                [['live'], 'name a rig or a rulebook'],
                [['live', '/no/such.book'], 'there is no such file'],
                [['live', $live->path('bad.book')], 'unknown-port'],
                [['live', $book, '--connect', 'nowhere=none'], 'is no port of'],
                [['live', $book, '--connect', 'keys=device:/no/such/device'], 'there is no /no/such/device'],
                [['live', $book, '--connect', 'keys=device:Attic'], 'no device "Attic" on this computer'],
                [['live', $book, '--connect', 'keys=teapot'], 'is no connection'],
                [['live', $book, '--connect', 'keys.out=none'], 'nothing goes out at keys'],
                [['live', $book, '--arm', 'flame'], 'no unit of that name'],
            ] as [$words, $text]
        ) {
            [$status, $said] = self::command($words);
            self::assertSame(2, $status, implode(' ', $words));
            self::assertStringContainsString($text, $said);
            self::assertSame(1, substr_count($said, "\n"), $said);
        }
    }

    private static function played(\Random\Randomizer $random): string
    {
        $key = \chr($random->getInt(48, 60));

        return match ($random->getInt(0, 5)) {
            0, 1, 2 => "\x90{$key}\x50",
            3 => "\x80{$key}\x40\xB0\x14\x7F",
            4 => "\xB0\x01".\chr($random->getInt(0, 127))."\xE0\x00".\chr($random->getInt(0, 127)),
            default => "\xF0\x01\x02\xF8\x03\xF7",
        };
    }

    /**
     * @param list<string> $words
     *
     * @return array{int, string} status, and what was said on standard error
     */
    private static function command(array $words): array
    {
        $null = ['file', '/dev/null', 'r+'];
        $process = proc_open([\PHP_BINARY, __DIR__.'/../../../src/zigzag.php', ...$words], [$null, $null, ['pipe', 'w']], $pipes);
        \assert(\is_resource($process));
        $said = (string) stream_get_contents($pipes[2]);

        return [proc_close($process), $said];
    }

    /**
     * @param list<string> $words
     *
     * @return array{int, string} status, and what was printed
     */
    private static function printed(array $words): array
    {
        $process = proc_open([\PHP_BINARY, '-d', 'memory_limit=1G', __DIR__.'/../../../src/zigzag.php', ...$words], [1 => ['pipe', 'w']], $pipes);
        \assert(\is_resource($process));
        $said = (string) stream_get_contents($pipes[1]);

        return [proc_close($process), $said];
    }

    private function live(): LiveProcess
    {
        return $this->live = new LiveProcess('show.book', self::BOOK, ['keys', 'pads'], ['synth', 'echo']);
    }
}

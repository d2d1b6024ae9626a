<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Tests\Core\Live\WhatLeft;
use ZigzagPost\Tests\Core\Rig\Kit;

/** A unit is brought back while real devices play, whatever else the rules do; the recording gives the same, from the beginning and from the middle. */
final class RestoredRecordingTest extends TestCase
{
    private const RULES = "port keys in\nport synth out\nscene \"One\"\n  on enter recall moths 3\nrule \"r\"\n  from keys\n  take note\n  send synth\n";

    private ?LiveProcess $live = null;

    protected function tearDown(): void
    {
        $this->live?->remove();
    }

    public function testWhatIsRestoredIsInTheRecordingToo(): void
    {
        $live = $this->live = new LiveProcess('show.rig.json', self::rig(), ['keys'], ['synth']);
        $record = ['--record', $live->path('recording.tape')];
        $live->start($record);
        $live->until(static fn (): bool => "\xC0\x03" === $live->got['synth'], 2.0);
        self::assertSame(0, $live->tell('restore moths'));
        $live->until(static fn (): bool => "\xC0\x03\xC0\x03" === $live->got['synth'], 2.0);
        self::assertSame(0, $live->stop());
        $live->hear(0.2);
        WhatLeft::assertIs($live->recording(), $live->runOfRecording(), $live->got, [], 'from the beginning');

        $live->got['synth'] = '';
        $live->start($record);
        self::assertSame(0, $live->tell('restore moths'));
        $live->send('keys', "\x90\x3C\x64\x80\x3C\x40");
        $live->until(static fn (): bool => str_ends_with($live->got['synth'], "\x80\x3C\x40"), 2.0);
        self::assertSame(0, $live->stop());
        $live->hear(0.2);
        self::assertStringContainsString('!state', $live->recording());
        self::assertStringStartsWith("\xC0\x03", $live->got['synth']);
        WhatLeft::assertIs($live->recording(), $live->runOfRecording(), $live->got, [], 'from the middle');

        $traced = new Process([
            \PHP_BINARY,
            \dirname(__DIR__, 3).'/src/zigzag.php',
            'run', $live->path('show.book'), '--rig', $live->show, '--in', $live->path('recording.tape'),
            '--out', $live->path('out.tape'), '--trace', $live->path('trace'),
        ]);
        $traced->mustRun();
        self::assertSame($live->runOfRecording(), file_get_contents($live->path('out.tape')), 'a trace changes nothing');
        self::assertStringContainsString('"r"', (string) file_get_contents($live->path('trace')));
    }

    private static function rig(): string
    {
        $programs = [
            'count' => 128,
            'shown' => ['pattern' => '{number}', 'firstSlot' => 0, 'size' => 128],
            'wire' => ['perBank' => 128, 'msb' => 'none', 'lsb' => 'none'],
        ];

        return Json::encode([
            'schema' => 1,
            'name' => 'Trial',
            'charts' => ['synth' => ['revision' => 1, 'chart' => Kit::hearer('Moths', more: ['programs' => $programs])]],
            'units' => [['name' => 'moths', 'chart' => ['id' => 'synth', 'revision' => 1]]],
            'leads' => [Kit::lead('b', 'post synth', 'moths in')],
            'rulebook' => self::RULES,
        ]);
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use Symfony\Component\Process\Process;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\ChartTables;

/** Good files of every kind that is read, and what becomes of them when they are changed here and there. */
final class ChangedFile
{
    /** Each kind of file, and where it goes. */
    public const KINDS = [
        'rulebook' => ['a.book', '/api/documents/import'],
        'chart' => ['a.chart.json', '/api/documents/import'],
        'rig' => ['a.rig.json', '/api/documents/import'],
        'rig with its charts' => ['a.rig.zip', '/api/documents/import'],
        'tape' => ['a.tape', '/api/tapes'],
        'MIDI file' => ['a.mid', '/api/tapes'],
        'table of events' => ['a.csv', '/api/tapes'],
        'table of a chart' => ['chart.csv', '/api/charts/read'],
        'name document' => ['a.midnam', '/api/charts/read'],
        'everything' => ['everything.zip', '/api/everything'],
    ];
    /** The commands that read each of them. */
    public const COMMANDS = [
        'a.book' => ['check', 'format', 'plain'],
        'a.chart.json' => ['chart check'],
        'a.rig.json' => ['rig check', 'rig fit', 'prove'],
        'a.tape' => ['convert'],
        'a.mid' => ['convert'],
        'a.csv' => ['convert'],
        'chart.csv' => ['chart read'],
        'a.midnam' => ['chart read'],
    ];
    /** Words that mean something to some reader. */
    private const WORDS = [
        '0',
        '-1',
        '1e999',
        '9223372036854775808',
        'null',
        'true',
        '[]',
        '{}',
        '"',
        "\0",
        "\xFF",
        "\u{202E}",
        '<!DOCTYPE a [<!ENTITY b "c">]>',
        '&b;',
        '<![CDATA[',
        '../',
        '=1+1',
        ';',
        ',',
        "\r",
        "\n",
        "\t",
        '16384',
        '128',
        'F0',
        'MTrk',
        'PK',
    ];

    public static function good(string $file): string
    {
        $root = \dirname(__DIR__, 2);
        $rig = (string) file_get_contents("{$root}/demo/salt-ferry.rig.json");
        $chart = array_values(RigFile::rig($rig)->charts)[0]->chart;

        return match ($file) {
            'a.book' => (string) file_get_contents("{$root}/demo/whole-rig.book"),
            'a.rig.json' => $rig,
            'a.rig.zip' => (string) file_get_contents("{$root}/tests/fixtures/2026-11-29/rig.zip"),
            'everything.zip' => (string) file_get_contents("{$root}/tests/fixtures/2026-11-29/everything.zip"),
            'a.tape' => (string) file_get_contents("{$root}/demo/rehearsal.tape"),
            'a.chart.json' => Json::write($chart),
            'chart.csv' => implode("\n", ChartTables::of($chart)),
            'a.midnam' => NameDocument::write($chart)->xml,
            default => self::converted("{$root}/demo/rehearsal.tape", $file),
        };
    }

    private static function converted(string $tape, string $file): string
    {
        $out = sys_get_temp_dir().'/zigzag-fuzz-'.bin2hex(random_bytes(6)).strrchr($file, '.');
        (new Process([\dirname(__DIR__, 2).'/bin/zigzag', 'convert', $tape, $out]))->mustRun();
        $bytes = (string) file_get_contents($out);
        unlink($out);

        return $bytes;
    }

    /** One to five changes: bytes flipped, words put in, pieces taken out, doubled or moved. */
    public static function changed(string $bytes, \Random\Randomizer $random): string
    {
        for ($times = $random->getInt(1, 5); $times > 0; --$times) {
            $at = $random->getInt(0, max(0, \strlen($bytes) - 1));
            $length = $random->getInt(1, [1, 4, 40, 4000][$random->getInt(0, 3)]);
            $word = self::WORDS[$random->getInt(0, \count(self::WORDS) - 1)];
            $bytes = match ($random->getInt(0, 7)) {
                0 => substr_replace($bytes, \chr($random->getInt(0, 255)), $at, 1),
                1 => substr_replace($bytes, $word, $at, 0),
                2 => substr_replace($bytes, $word, $at, min($length, 12)),
                3 => substr_replace($bytes, '', $at, $length),
                4 => substr_replace($bytes, str_repeat(substr($bytes, $at, $length), $random->getInt(1, 20)), $at, 0),
                5 => substr_replace($bytes, substr($bytes, $random->getInt(0, max(0, \strlen($bytes) - 1)), $length), $at, $length),
                6 => self::numberChanged($bytes, $at, $word),
                default => substr($bytes, 0, max(1, $at)),
            };
        }

        return $bytes;
    }

    /** The next number or quoted word after a place becomes another. */
    private static function numberChanged(string $bytes, int $at, string $word): string
    {
        return 1 === preg_match('/-?\b\d+(\.\d+)?\b|"[^"\n]{0,60}"/', $bytes, $found, \PREG_OFFSET_CAPTURE, $at)
            ? substr_replace($bytes, $word, (int) $found[0][1], \strlen($found[0][0]))
            : $bytes;
    }
}

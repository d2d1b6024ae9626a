<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Rig\Document\KeptTape;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Rig\Kit;

/**
 * Every small change of a rulebook that can be made by rote: a number more or less, a step less, another operator. Tapes that were made for
 * the rulebook show nearly all.
 */
final class MutationsTest extends TestCase
{
    private const SECOND =
        "port board in\nport out out\nmemory loud = 0\ntable kit: 36=38, 40=46\nscene \"Calm\"\n  on enter recall box 3\n  on enter turn "
        ."box \"Mix\" to 20\nscene \"Wild\"\n  on enter recall box 5\n  on leave turn box \"Mix\" to 10\nalways\n".
        "stack storm\n  recall box 7\n  post cc 90 value 64 channel 9 to out after 120ms\n".
        "rule \"Wild\"\n  take board \"Switch 1\"\n  press\n  go \"Wild\"\nrule \"Calm\"\n  take board \"Switch 2\" twice 300ms\n  go \"Calm\"\n".
        "rule \"Loud\"\n  take board \"Switch 3\"\n  press\n  remember loud = 1 - loud\nrule \"Storm\"\n  take board \"Switch 4\"\n  press\n  do storm\n".
        "rule \"Pedal\"\n  take board \"Pedal\"\n  set value = value * 3 / 4 + 10 * loud\n  turn box \"Mix\"\n".
        "rule \"Beat\"\n  take board \"Pad 1\", \"Pad 2\"\n  set velocity = clamp(velocity + 20, 40, 120)\n  map key kit\n  gate 80ms\n  send out channel 10\n".
        "rule \"Wheel\"\n  take board \"Wheel\"\n  become cc 70 value (value + 8192) / 128\n  thin 30ms\n  send out channel 12\n".
        "rule \"Touch\"\n  take board \"Touch\" value 20..110\n  scale value 20..110 to 0..100\n  send out channel 13\n".
        "rule \"Tilt\"\n  take board \"Tilt\"\n  deadband 4\n  set channel = 14\n  send out\n";

    public function testOfAllMutationsNineteenInTwentyAreShown(): void
    {
        $demo = RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        $every = false === getenv('ZIGZAG_CASES') ? 5 : 1; // all of them take their time
        $all = $tried = 0;
        $unseen = [];
        foreach ([[$demo, $demo->proofs], [self::second(), []]] as [$rig, $kept]) {
            $analysis = new RigAnalysis(RigFile::setup($rig));
            self::assertFalse($analysis->checked()->hasErrors());
            $proofs = [...$kept, ...self::made($analysis)];
            foreach (self::mutants($rig->rulebook ?? '') as $what => $text) {
                if (0 !== $tried++ % $every) {
                    continue;
                }
                $mutant = self::with($rig, $text);
                if ($mutant->checked()->hasErrors()) {
                    continue;
                }
                ++$all;
                $book = Compiler::load($mutant->checked()->book);
                if ([] === array_filter($proofs, static fn (KeptTape $proof): bool => [] !== Proving::of($proof, $book)->changes)) {
                    $unseen[] = $what;
                }
            }
        }
        self::assertGreaterThan(130 / $every, $all);
        self::assertLessThanOrEqual(intdiv($all, 20) + (1 === $every ? 0 : 2), \count($unseen), "of {$all}:\n".implode("\n", $unseen));
        if (false !== getenv('ZIGZAG_SHOW')) {
            fwrite(\STDERR, "{$all} mutations, not shown:\n".implode("\n", $unseen)."\n");
        }
    }

    /** @return list<KeptTape> the tape that the bench makes, in each scene */
    private static function made(RigAnalysis $analysis): array
    {
        $book = Compiler::load($analysis->checked()->book);
        $tape = Coverage::tape($analysis);

        return array_map(
            static fn (int $scene): KeptTape => Proving::accept("scene {$scene}", $tape, $book, scene: $scene),
            array_keys($book->scenes()),
        );
    }

    /** @return iterable<string, string> rulebooks by what is different in them */
    private static function mutants(string $text): iterable
    {
        $lines = explode("\n", $text);
        $with = static fn (int $line, string $other): string => implode("\n", array_replace($lines, [$line => $other]));
        foreach ($lines as $index => $line) {
            $code = (string) preg_replace('/(^|\s)#.*$/', '', $line);
            if ('' === trim($code) || 1 === preg_match('/^(port|rulebook)\b/', $code)) {
                continue;
            }
            preg_match_all('/"[^"]*"|(?<![\w.#])\d+(?![\w.:#])/', $code, $found, \PREG_OFFSET_CAPTURE);
            foreach ($found[0] as [$number, $at]) {
                foreach ('"' === $number[0] ? [] : [1, -1] as $more) {
                    $other = substr($line, 0, $at).((int) $number + $more).substr($line, $at + \strlen($number));
                    yield 'line '.($index + 1).': '.trim($other) => $with($index, $other);
                }
            }
            if (1 === preg_match('/^  (?!take|copy|from|on |send \w+$)/', $line)) {
                yield 'without line '.($index + 1).': '.trim($line) => implode("\n", array_values(array_diff_key($lines, [$index => true])));
            }
            foreach (
                ['>=' => '>', '<=' => '<', ' > ' => ' >= ', ' < ' => ' <= ', ' + ' => ' - ', ' - ' => ' + ', ' * ' => ' / '] as $operator => $instead
            ) {
                if (str_contains($code, $operator)) {
                    yield 'line '.($index + 1).', '.trim($instead).': '.trim($line) => $with(
                        $index,
                        str_replace($operator, $instead, $line),
                    );
                }
            }
        }
    }

    private static function with(Rig $rig, string $rules): RigAnalysis
    {
        $json = Json::toValue($rig);
        self::assertIsArray($json);

        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(['rulebook' => $rules] + $json))));
    }

    private static function second(): Rig
    {
        $control = static fn (string $name, string $sort, array $message): array => [
            'name' => $name,
            'sort' => $sort,
            'sends' => [['gesture' => \in_array($sort, ['switch', 'pad'], true) ? 'press' : 'move', 'message' => $message]],
        ];
        $controls = [
            ...array_map(
                static fn (int $switch): array => $control("Switch {$switch}", 'switch', ['kind' => 'cc', 'number' => 20 + $switch]),
                range(1, 4),
            ),
            $control('Pedal', 'pedal', ['kind' => 'cc', 'number' => 11]),
            $control('Pad 1', 'pad', ['kind' => 'note', 'number' => 36]),
            $control('Pad 2', 'pad', ['kind' => 'note', 'number' => 40]),
            $control('Wheel', 'wheel', ['kind' => 'bend']),
            $control('Touch', 'surface', ['kind' => 'pressure']),
            $control('Tilt', 'axis', ['kind' => 'cc', 'number' => 50]),
        ];
        $board = Kit::board($controls);
        $box = Kit::hearer(
            'Box',
            more: [
                'parameters' => [['name' => 'Mix', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20], 'raw' => [0, 127]]],
                'programs' => [
                    'count' => 20,
                    'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 20],
                    'wire' => ['perBank' => 20, 'msb' => 'none', 'lsb' => 'none'],
                ],
            ],
        );

        return Kit::rig(
            ['board' => $board, 'box' => $box],
            [['name' => 'board', 'chart' => 'board'], ['name' => 'box', 'chart' => 'box']],
            [Kit::lead('in', 'board out', 'post board'), Kit::lead('out', 'post out', 'box in')],
            ['rulebook' => self::SECOND],
        );
    }
}

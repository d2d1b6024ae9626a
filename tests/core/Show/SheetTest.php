<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Sheet\Cell;
use ZigzagPost\Core\Show\Sheet\ProgramSheet;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Show\Sheet\SwitchUse;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\Kit;
use ZigzagPost\Tests\Core\Rig\RandomRig;

/** The sheets of a show are views of its rules. */
final class SheetTest extends TestCase
{
    public function testTheProgramsOfTheDemo(): void
    {
        $sheet = ProgramSheet::of(self::demo());
        self::assertSame(['brine', 'drive', 'echo', 'moths', 'gulls', 'desk'], array_map(static fn ($box): string => $box->name, $sheet->units));
        self::assertSame(
            [
                'Casting off: Harbour',
                'The long swell: Harbour',
                'The long swell: Open sea',
                'Storm: Open sea',
                'The last bell: Far shore',
                'Home light: Far shore',
                'Home light: Harbour',
            ],
            array_map(static fn (array $row): string => "{$row['song']}: {$row['scene']}", $sheet->rows),
        );
        $words = static fn (Cell $cell): string => $cell->isBlank()
            ? 'blank ('.implode(', ', $cell->carried).')'
            : "{$cell->shown} {$cell->name} by {$cell->by}";
        self::assertSame(
            ['6 Undertow by stack storm', '4 Growl 4 by here', 'blank ()'],
            array_map($words, \array_slice($sheet->rows[2]['cells'], 0, 3)),
        );
        self::assertSame(
            ['8 Last bell by here', 'blank (0, 4)'],
            array_map($words, \array_slice($sheet->rows[4]['cells'], 0, 2)),
            'the drive can be on either',
        );
    }

    /** After any order of scenes each box is on the program that its cell names. */
    public function testBoxesFollowTheSheet(): void
    {
        $checked = 0;
        for ($seed = 0; $seed < Cases::number(40); ++$seed) {
            $random = new RandomRig($seed);
            $json = Json::toValue($random->rig);
            self::assertIsArray($json);
            $analysis =
                0 === $seed ? self::demo() : new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode([...$json, 'rulebook' => $random->book()]))));
            if ($analysis->checked()->hasErrors()) {
                continue;
            }
            $sheet = ProgramSheet::of($analysis);
            $titles = array_map(static fn ($scene): string => $scene->title, $analysis->checked()->book->scenes);
            $world = new RigWorld($analysis->setup, Compiler::load($analysis->checked()->book));
            for ($step = 1; [] !== $titles && $step < 12; ++$step) {
                $scene = $random->between(0, \count($titles) - 1);
                $world->go(5_000_000 * $step, $scene);
                foreach ($sheet->rows as $row) {
                    foreach ($row['scene'] === $titles[$scene] ? $row['cells'] : [] as $cell) {
                        if (null !== $cell->program) {
                            ++$checked;
                            self::assertSame(
                                $cell->program,
                                $world->devices[$cell->unit]->program(),
                                "seed {$seed}: {$cell->unit} in {$row['scene']}",
                            );
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(50, $checked);
    }

    public function testACellIsWrittenAsARuleAndNothingElseChanges(): void
    {
        $text = self::demo()->setup->rig->rulebook ?? '';
        $source = Source::of($text);
        $changed = $source->with(ProgramSheet::edits($source, 'Harbour', 'brine', 'Last bell'));
        self::assertSame(str_replace('on enter recall brine "Harbour"', 'on enter recall brine "Last bell"', $text), $changed->text);
        $added = $source->with(ProgramSheet::edits($source, 'Far shore', 'drive', '4'));
        self::assertSame(str_replace("scene \"Far shore\"\n", "scene \"Far shore\"\n  on enter recall drive \"4\"\n", $text), $added->text);
        self::assertSame($text, $added->with(ProgramSheet::edits($added, 'Far shore', 'drive', null))->text, 'and taken away again');
        $this->expectException(RulebookError::class);
        ProgramSheet::edits($source, 'Nowhere', 'drive', '4');
    }

    /** A program that a stack calls is changed in the stack where one scene alone does it; else it is said why not. */
    public function testACellUnderAStackChangesWhatIsCalled(): void
    {
        $book =
            "scene \"A\"\n  on enter do storm\nscene \"B\"\n  on enter recall box 2\nstack storm\n  do deep\n  post cc 1 value 2 to "
                ."out\nstack deep\n  recall box 1 # loud\n";
        $source = Source::of($book);
        self::assertSame(str_replace('recall box 1', 'recall box "3"', $book), $source->with(ProgramSheet::edits($source, 'A', 'box', '3'))->text);
        self::assertSame(
            str_replace("  recall box 1 # loud\n", "  # loud\n", $book),
            preg_replace('/^#/m', '  #', $source->with(ProgramSheet::edits($source, 'A', 'box', null))->text),
        );
        $twice = Source::of($book."rule \"R\"\n  take cc 1\n  press\n  do deep\n");
        $this->expectExceptionMessageMatches('/the stack "deep" calls it in line 9, and lines .*6.* do that stack/');
        ProgramSheet::edits($twice, 'A', 'box', '3');
    }

    /** Whatever ends the lines: an edit keeps it. */
    public function testLineEndsSurvive(): void
    {
        $book = str_replace("\n", "\r\n", "scene \"A\" # first\n  # nothing yet\nscene \"B\"\n  on enter recall box 2 # soft\n");
        $source = Source::of($book);
        $added = $source->with(ProgramSheet::edits($source, 'A', 'box', '1'));
        $changed = $added->with(ProgramSheet::edits($added, 'B', 'box', '4'));
        self::assertSame(
            str_replace(
                "\n",
                "\r\n",
                "scene \"A\" # first\n  on enter recall box \"1\"\n  # nothing yet\nscene \"B\"\n  on enter recall box \"4\" # soft\n",
            ),
            $changed->text,
        );
        $back = $changed->with(ProgramSheet::edits($changed, 'A', 'box', null));
        self::assertSame(str_replace('recall box 2', 'recall box "4"', $book), $back->text);
    }

    /** Conditions, groups, lamps and stacks of a rule are said; the time of the last message is that of the engine and the wire. */
    public function testASheetSaysEverything(): void
    {
        $rules =
            "port board in out\nport out out\nmemory m = 0\nscene \"A\"\nscene \"B\"\nalways\nstack storm\n  recall box 1\n  post cc 5 "
                ."value 1 to out after 100ms\n  go \"B\"\ngroup songs of board \"Switch 3\"\nlamps board\n".
            "rule \"1\"\n  take board \"Switch 1\" value 64..127 changed where m > 3\n  turn box \"Level\"\n".
            "rule \"2\"\n  copy board \"Switch 2\"\n  press\n  go \"B\"\n".
            "rule \"3\"\n  take board \"Switch 3\"\n  press\n  do storm\n";
        $controls = array_map(
            static fn (int $switch): array => [
                'name' => "Switch {$switch}",
                'sort' => 'switch',
                'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 20 + $switch]]],
                'lamp' => ['message' => ['kind' => 'cc', 'number' => 60 + $switch], 'off' => 0, 'colours' => ['on' => 127]],
            ],
            range(1, 3),
        );
        $board = [
            'schema' => 1,
            'name' => 'Board',
            'sort' => 'controller',
            'plugs' => [Kit::din('out', 'out'), Kit::din('in', 'in')],
            'sends' => [['at' => ['out'], 'channel' => 1]],
            'hears' => [['id' => 'lamps', 'at' => ['in'], 'channel' => 1]],
            'surface' => ['controls' => $controls],
        ];
        $box = Kit::hearer(
            'Box',
            more: [
                'parameters' => [['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 7], 'raw' => [0, 127]]],
                'programs' => [
                    'count' => 9,
                    'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 9],
                    'wire' => ['perBank' => 9, 'msb' => 'none', 'lsb' => 'none'],
                ],
            ],
        );
        $analysis = new RigAnalysis(
            Kit::setup(
                Kit::rig(
                    ['board' => $board, 'box' => $box],
                    [['name' => 'board', 'chart' => 'board'], ['name' => 'box', 'chart' => 'box']],
                    [
                        Kit::lead('in', 'board out', 'post board in'),
                        Kit::lead('back', 'post board out', 'board in'),
                        Kit::lead('out', 'post out', 'box in'),
                    ],
                    ['rulebook' => $rules],
                ),
                $rules,
            ),
        );
        self::assertFalse($analysis->checked()->hasErrors());
        [$one, $two, $three] = SwitchSheet::of($analysis)->uses;
        self::assertSame([['value 64..127', 'where its value has changed', 'where m > 3'], false, null], [$one->only, $one->isCopy, $one->group]);
        self::assertSame([[], true, 'while “B” is the scene'], [$two->only, $two->isCopy, $two->lamp]);
        self::assertSame(
            ['songs', 'while it is chosen in songs', ['stack storm'], ['box: program 1', 'post cc 5 value 1 to out after 100ms', 'scene B']],
            [$three->group, $three->lamp, $three->words(), $three->stack],
        );
        self::assertSame(100_000 + 3 * 320, $three->lastUs, 'the controller, 100 ms after the press');
    }

    public function testWhatEachControlDoes(): void
    {
        $does = [];
        foreach (SwitchSheet::of(self::demo())->uses as $use) {
            $does["{$use->unit} {$use->control} {$use->gesture}"] = $use;
        }
        $words = static fn (SwitchUse $use): array => [$use->words(), $use->isByHand];
        self::assertSame([['Drive: Bypass to other'], false], $words($does['treadle Switch 4 press']));
        self::assertSame([['scene Open sea'], false], $words($does['treadle Switch 2 press']));
        self::assertSame([['start crossing'], false], $words($does['treadle Switch 6 short']));
        self::assertSame([['stop crossing'], false], $words($does['treadle Switch 6 held']));
        self::assertSame([['stack storm'], false], $words($does['treadle Switch 7 press']));
        self::assertSame([['Brine: Swell'], false], $words($does['treadle Pedal move']));
        self::assertSame([['Sampler: Level 3'], true], $words($does['tilt Tilt move']), 'a deadband and a rate are more than the words say');
        self::assertArrayNotHasKey('strip A fader 3 move', $does);
    }

    private static function demo(): RigAnalysis
    {
        return new RigAnalysis(RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'))));
    }
}

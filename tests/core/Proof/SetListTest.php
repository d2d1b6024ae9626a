<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Proof\Fault;
use ZigzagPost\Core\Proof\FaultKind;
use ZigzagPost\Core\Proof\Performance;
use ZigzagPost\Core\Proof\Rehearsal;
use ZigzagPost\Core\Proof\Slot;
use ZigzagPost\Core\Proof\Stroke;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\Kit;

/** A rehearsal plays what the set list plays: its scenes, and nothing that leaves them; leads silence what goes over them. */
final class SetListTest extends TestCase
{
    /** Random switches that call scenes, songs and stacks, at once or by a gesture, in random set lists: every scene is played to its end. */
    public function testNothingIsPlayedThatLeavesTheSetList(): void
    {
        $left = 0;
        for ($seed = 0; $seed < Cases::number(15); ++$seed) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
            $scenes = ['A', 'B', 'C', 'D'];
            $rules =
                "port board in\nport out out\n".
                implode(
                    '',
                    array_map(
                        static fn (string $title): string => "scene \"{$title}\"\n  on enter recall box ".
                            (1 + (int) array_search($title, $scenes, true)).
                            "\n",
                        $scenes,
                    ),
                ).
                "always\nstack away\n  go \"{$scenes[$random->getInt(0, 3)]}\"\n";
            $leaving = [];
            for ($switch = 1; $switch <= 6; ++$switch) {
                $scene = $scenes[$random->getInt(0, 3)];
                [$gesture, $step, $leaves] = [
                    ['', "  press\n  go \"{$scene}\"", true],
                    ['', "  press\n  do away", true],
                    [' held 500ms', "  go \"{$scene}\"", false],
                    [' short', "  go \"{$scene}\"", true],
                    ['', '  turn box "Level"', false],
                    ['', "  press\n  go next", true],
                ][$random->getInt(0, 5)];
                $rules .= "rule \"{$switch}\"\n  take board \"Switch {$switch}\"{$gesture}\n{$step}\n";
                $leaving[$switch] = $leaves ? (str_contains($step, 'away') ? 'away' : (str_contains($step, 'next') ? 'next' : $scene)) : null;
            }
            $songs = [];
            for ($song = 0; $song < $random->getInt(2, 5); ++$song) {
                $songs[] = ['id' => "s{$song}", 'title' => "S{$song}", 'scenes' => [$scenes[$random->getInt(0, 3)], $scenes[$random->getInt(0, 3)]]];
            }
            $analysis = self::analysis($rules, [
                'show' => ['songs' => $songs, 'setLists' => [['name' => 'Tonight', 'songs' => array_column($songs, 'id')]], 'loaded' => 'Tonight'],
            ]);
            $show = new Performance($analysis, Compiler::load($analysis->checked()->book, keepsPresent: true));
            self::assertSame(array_merge(...array_column($songs, 'scenes')), array_map(static fn (Slot $slot): string => $slot->title, $show->slots));
            $played = array_fill_keys(
                array_map(
                    static fn (Stroke $stroke): int => \ord($stroke->event->bytes[1]) - 20,
                    array_filter($show->strokes, static fn (Stroke $stroke): bool => "\x7F" === $stroke->event->bytes[2]),
                ),
                true,
            );
            $away = 1 === preg_match('/stack away\n  go "(\w)"/', $rules, $match) ? $match[1] : '';
            foreach ($leaving as $switch => $to) {
                $others = array_filter($show->slots, static fn (Slot $slot): bool => $slot->title !== ('away' === $to ? $away : $to));
                self::assertSame(null === $to || [] === $others, isset($played[$switch]), "seed {$seed}: switch {$switch}\n{$rules}");
                $left += null === $to ? 0 : 1;
            }
            // Where nothing goes wrong, the box stands on the program of each scene until the next one.
            $outcome = (new Rehearsal($analysis))->with(new Fault(FaultKind::Lead, 'nothing'));
            self::assertTrue($outcome->isHarmless());
        }
        self::assertGreaterThan(20, $left);
    }

    public function testAPulledLeadSilencesWhatGoesOverItAndNothingElse(): void
    {
        $rules =
            "port board in out\nport out out\nscene \"A\"\n  on enter recall box 1\nscene \"B\"\n  on enter recall box 2\nalways\nrule "
                ."\"1\"\n  take note\n  play box\n";
        $silent = static function (string $lead) use ($rules): bool {
            $outcome = (new Rehearsal(self::analysis($rules)))->with(new Fault(FaultKind::Lead, $lead));

            return [] !== $outcome->hangs;
        };
        self::assertTrue($silent('to the post'), 'a key was let go, and that did not come in');
        self::assertTrue($silent('first'), 'nor over the hub before it');
        self::assertFalse($silent('lamps'), 'the lead of the lamps has nothing to do with it');
    }

    public function testItSaysByWhichSceneItComesRightAndWhen(): void
    {
        $rules =
            "port board in\nport out out\nscene \"A\"\n  on enter recall box 1\nscene \"B\"\n  on enter recall box 2\nscene \"C\"\n  on "
                ."enter recall box 3\nalways\nrule \"1\"\n  take board \"Switch 1\"\n  turn box \"Level\"\n";
        $songs = static fn (?int $length): array => [
            ['id' => 'a', 'title' => 'One', 'scenes' => ['A'], 'lengthS' => 100],
            ['id' => 'b', 'title' => 'Two', 'scenes' => ['B', 'A'], ...null === $length ? [] : ['lengthS' => $length]],
            ['id' => 'c', 'title' => 'Three', 'scenes' => ['C'], 'lengthS' => 60],
        ];
        foreach ([320 => 160.0, 0 => null] as $length => $after) {
            $show = ['songs' => $songs(0 === $length ? null : $length), 'setLists' => [['name' => 'T', 'songs' => ['a', 'b', 'c']]], 'loaded' => 'T'];
            $outcome = (new Rehearsal(self::analysis($rules, ['show' => $show])))->with(new Fault(FaultKind::Power, 'box'));
            self::assertNotSame([], $outcome->wrong);
            self::assertSame(['C', $after], [$outcome->by, $outcome->afterS], 'it went wrong in the second scene of the song in the middle');
        }
    }

    /** @param array<string, mixed> $more */
    private static function analysis(string $rules, array $more = []): RigAnalysis
    {
        $controls = array_map(
            static fn (int $switch): array => [
                'name' => "Switch {$switch}",
                'sort' => 'switch',
                'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 20 + $switch, 'values' => [0, 127]]]],
            ],
            range(1, 6),
        );
        $board = [
            'schema' => 1,
            'name' => 'Board',
            'sort' => 'controller',
            'plugs' => [Kit::din('out', 'out'), Kit::din('in', 'in')],
            'sends' => [['at' => ['out'], 'channel' => 1]],
            'keys' => ['low' => 36, 'high' => 84, 'key60' => 'C4'],
            'surface' => ['controls' => $controls],
        ];
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
            'routes' => [['id' => 'all', 'from' => ['in'], 'to' => ['out'], 'kind' => 'message']],
        ];
        $box = Kit::hearer(
            'Box',
            more: [
                'parameters' => [
                    ['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => KindName::Cc->value, 'number' => 20], 'raw' => [0, 127]],
                ],
                'programs' => [
                    'count' => 9,
                    'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 9],
                    'wire' => ['perBank' => 9, 'msb' => 'none', 'lsb' => 'none'],
                ],
            ],
        );
        $leads = [
            Kit::lead('first', 'board out', 'hub in'),
            Kit::lead('to the post', 'hub out', 'post board'),
            Kit::lead('box', 'post out', 'box in'),
        ];
        if (str_contains($rules, 'board in out')) {
            $leads = [$leads[0], Kit::lead('to the post', 'hub out', 'post board in'), $leads[2], Kit::lead('lamps', 'post board out', 'board in')];
        }
        $analysis = new RigAnalysis(
            Kit::setup(
                Kit::rig(
                    ['board' => $board, 'hub' => $hub, 'box' => $box],
                    [['name' => 'board', 'chart' => 'board'], ['name' => 'hub', 'chart' => 'hub'], ['name' => 'box', 'chart' => 'box']],
                    $leads,
                    ['rulebook' => $rules] + $more,
                ),
                $rules,
            ),
        );
        self::assertFalse($analysis->checked()->hasErrors(), $rules);

        return $analysis;
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Show\Log\Since;

/** What has changed since the last evening, for the log. */
final class SinceTest extends TestCase
{
    private const RULES = "port a in\nport x out\n\nrule \"Keys\"\n  take note\n  send x\n\nscene \"Night\"\n  on enter post cc 7 value 1 "
        ."to x\n\nrule \"Pads\"\n  take note key 36\n  drop\n";

    /** @return iterable<string, array{array<string, mixed>, string, list<string>}> changes of the rig, the rules now, and what is said */
    public static function changes(): iterable
    {
        $unit = static fn (string $name, array $more = []): array => ['name' => $name, 'chart' => ['id' => 'box', 'revision' => 1], ...$more];
        yield 'nothing' => [[], self::RULES, []];
        yield 'a blank more' => [[], str_replace("  take note\n", "  take   note\n", self::RULES), []];
        yield 'a rule is other' => [[], str_replace('key 36', 'key 38', self::RULES), ['rule "Pads" of scene "Night" is other than it was']];
        yield 'a rule is new' => [[], self::RULES."\nrule \"More\"\n  take note key 40\n  drop\n", ['rule "More" of scene "Night" is new']];
        yield 'a rule is gone' => [[], explode('rule "Pads"', self::RULES)[0], ['rule "Pads" of scene "Night" is gone']];
        yield 'a scene is other' => [
            [],
            str_replace('value 1 ', 'value 2 ', self::RULES),
            ['rule scene "Night" post cc 7 value 1 to x to post cc 7 value 2 to x'],
        ];
        yield 'a unit is new' => [['units' => [$unit('one'), $unit('two')]], self::RULES, ['unit two is new']];
        yield 'a unit is gone' => [['units' => []], self::RULES, ['unit one is gone']];
        yield 'a unit has a label' => [['units' => [$unit('one', ['label' => 'Far'])]], self::RULES, ['one: other label']];
        yield 'a setting is new' => [
            ['units' => [$unit('one', ['settings' => ['channel' => ['value' => 4, 'state' => 'set']]])]],
            self::RULES,
            ['one, settings: channel is new'],
        ];
        yield 'a song is new' => [
            [
                'show' => [
                    'songs' => [['id' => 'a', 'title' => 'Ebb'], ['id' => 'b', 'title' => 'Flow'], ['id' => 'c', 'title' => 'Slack']],
                    'setLists' => [['name' => 'Tonight', 'songs' => ['a', 'b']]],
                    'loaded' => 'Tonight',
                ],
            ],
            self::RULES,
            ['song Slack is new'],
        ];
        yield 'another order' => [
            [
                'show' => [
                    'songs' => [['id' => 'a', 'title' => 'Ebb'], ['id' => 'b', 'title' => 'Flow']],
                    'setLists' => [['name' => 'Tonight', 'songs' => ['b', 'a']]],
                    'loaded' => 'Tonight',
                ],
            ],
            self::RULES,
            ['the songs are in another order: Flow, Ebb'],
        ];
        yield 'one song less is no other order' => [
            [
                'show' => [
                    'songs' => [['id' => 'a', 'title' => 'Ebb'], ['id' => 'b', 'title' => 'Flow']],
                    'setLists' => [['name' => 'Tonight', 'songs' => ['a']]],
                    'loaded' => 'Tonight',
                ],
            ],
            self::RULES,
            [],
        ];
        yield 'a lead is new' => [
            [
                'leads' => [
                    [
                        'id' => 'main',
                        'a' => ['unit' => 'post', 'plug' => 'x'],
                        'b' => ['unit' => 'one', 'plug' => 'in'],
                        'parts' => [['what' => 'cable', 'map' => 'straight']],
                    ],
                ],
            ],
            self::RULES,
            ['lead main is new'],
        ];
    }

    /**
     * @param array<string, mixed> $changes
     * @param list<string> $expected
     */
    #[DataProvider('changes')]
    public function testWhatIsSaid(array $changes, string $rules, array $expected): void
    {
        $box = [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'synth',
            'settings' => [['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16]]],
            'plugs' => [['id' => 'in', 'label' => 'IN', 'connector' => 'din5', 'uses' => [['way' => 'in', 'carries' => 'midi']]]],
        ];
        $before = [
            'schema' => 1,
            'name' => 'Trial',
            'charts' => ['box' => ['revision' => 1, 'chart' => $box]],
            'units' => [['name' => 'one', 'chart' => ['id' => 'box', 'revision' => 1]]],
            'leads' => [],
            'show' => [
                'songs' => [['id' => 'a', 'title' => 'Ebb'], ['id' => 'b', 'title' => 'Flow']],
                'setLists' => [['name' => 'Tonight', 'songs' => ['a', 'b']]],
                'loaded' => 'Tonight',
            ],
        ];

        self::assertSame(
            $expected,
            Since::of(RigFile::rig(Json::encode($before)), self::RULES, RigFile::rig(Json::encode([...$before, ...$changes])), $rules),
        );
    }

    public function testOfManyTheFirstAreSaidAndHowManyMore(): void
    {
        $many = static fn (int $from): string => "port a in\nport x out\n\n".
            implode("\n", array_map(static fn (int $rule): string => "rule \"R{$rule}\"\n  take cc {$rule}\n  drop\n", range($from, $from + 60)));
        $rig = RigFile::rig(Json::encode(['schema' => 1, 'name' => 'Trial', 'charts' => (object) [], 'units' => [], 'leads' => []]));
        $said = Since::of(
            $rig,
            $many(1),
            $rig,
            $many(1).
                "\n".
                implode("\n", array_map(static fn (int $rule): string => "rule \"S{$rule}\"\n  take note key {$rule}\n  drop\n", range(1, 127))),
        );

        self::assertSame('rule "S1" is new', $said[0]);
        self::assertSame('and '.(127 - \count($said) + 1).' more', $said[\count($said) - 1]);
    }
}

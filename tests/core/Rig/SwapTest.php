<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rewriting\ControlMapping;
use ZigzagPost\Core\Rewriting\Swap;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Change\Rename;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** A unit gets another chart, its titles get other names, and controls are laid onto families: rules follow, as text. */
final class SwapTest extends TestCase
{
    private const BOOK = <<<'BOOK'
    port keys in
    port boxes out
    rule "Mix" # stays
      take cc 1
      turn echo "Mix"
      turn echo "mix" to 3
    rule "Others"
      take cc 2
      turn echo "Level"
      turn echo "Sparkle"
      recall echo "Reef"
    BOOK;

    public function testWhatRulesNameIsMatchedByNameMessageAndLikeness(): void
    {
        $setup = self::trial();
        $matches = Swap::matches(
            Source::of(self::BOOK)->book,
            $setup->boxes['echo'],
            self::chart(
                [
                    ['Blend', ['kind' => 'cc', 'number' => 20], [0, 100]],
                    ['Out level', ['kind' => 'cc', 'number' => 50], [0, 127]],
                    ['Odd', ['kind' => 'cc', 'number' => 60], [0, 127]],
                ],
                ['channel', 'other'],
            ),
        );
        self::assertSame(
            [
                ['parameter', 'mix', [5, 6], 'Blend', 'same message; raw 0 to 127 becomes 0 to 100'],
                ['parameter', 'Level', [9], 'Out level', 'similar name'],
                ['parameter', 'Sparkle', [10], null, 'nothing like it'],
                ['program', 'Reef', [11], null, 'it has no such program'],
            ],
            array_map(array_values(...), $matches),
        );
    }

    public function testTitlesAreChangedWhereTheyAreMeantAndNothingElse(): void
    {
        $source = Source::of(self::BOOK);
        $changed = $source->with(Rename::titles($source, 'echo', ['parameter mix' => 'Blend', 'program level' => 'Other']))->text;
        self::assertSame(str_replace(['turn echo "Mix"', 'turn echo "mix"'], 'turn echo "Blend"', self::BOOK), $changed);
        $this->expectException(RulebookError::class);
        Rename::titles($source, 'echo', ['parameter mix' => 'a "b"']);
    }

    public function testLostSettingsAreNamed(): void
    {
        $setup = self::trial(['channel' => ['value' => 3, 'state' => 'set'], 'jack' => ['value' => 'midi', 'state' => 'set']]);
        self::assertSame(['jack'], Swap::lostSettings($setup->boxes['echo'], self::chart([], ['channel'])));
    }

    public function testARunIsLaidOntoAFamilyAndWhatIsTakenIsSkipped(): void
    {
        $rig = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($rig);
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($rig))));
        $box = static fn (string $name) => $analysis->setup->boxes[$name];
        $control = static fn (string $name) => $box('strip')->control($name) ?? throw new \LogicException($name);
        $laid = ControlMapping::of($analysis, $box('strip'), $control('A fader 1'), $control('A fader 8'), $box('desk'), 'Mix 1', 'pickup');
        self::assertSame(
            ['"A fader 1" is taken by another rule', '"A fader 2" is taken by another rule', '"A fader 8" is taken by another rule'],
            $laid->skipped,
        );
        self::assertStringContainsString(
            "rule \"A fader 3: Mix 1 / input 3\"\n  take strip \"A fader 3\"\n  turn desk \"Mix 1 / input 3\" pickup\n",
            $laid->rules,
        );
        self::assertSame(5, $laid->count);

        $source = Source::of(\is_string($rig['rulebook'] ?? null) ? $rig['rulebook'] : '');
        $rig['rulebook'] = $source->with(RuleChange::append($source, $laid->rules))->text;
        $after = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($rig))));
        self::assertFalse($after->checked()->hasErrors());
        self::assertSame(
            0,
            ControlMapping::of($after, $box('strip'), $control('A fader 1'), $control('A fader 8'), $box('desk'), 'Mix 1', 'jump')->count,
            'what was laid is taken now',
        );
    }

    public function testRulesThatAreAppendedActInEveryScene(): void
    {
        $source = Source::of("port keys in\nport out out\nscene \"A\"\nrule \"In A\"\n  take cc 1\n  drop");
        $book = $source->with(RuleChange::append($source, "rule \"New\"\n  take cc 2\n  drop\n"))->book;
        self::assertSame(
            ['In A' => 'A', 'New' => null],
            array_combine(
                array_map(static fn ($rule): string => $rule->title, $book->rules),
                array_map(static fn ($rule): ?string => $rule->scene?->title, $book->rules),
            ),
        );
    }

    /** @param array<string, mixed> $settings */
    private static function trial(array $settings = []): Setup
    {
        $chart = Kit::hearer(
            'Echo',
            more: [
                'settings' => [
                    ['id' => 'channel', 'title' => 'Channel', 'values' => [1, 16]],
                    ['id' => 'jack', 'title' => 'Jack', 'values' => ['midi', 'pedal']],
                ],
                'parameters' => [
                    ['name' => 'Mix', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20], 'raw' => [0, 127]],
                    ['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 21], 'raw' => [0, 127]],
                    ['name' => 'Sparkle', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 22], 'raw' => [0, 127]],
                ],
            ],
        );

        return Kit::setup(
            Kit::rig(
                ['echo' => $chart],
                [['name' => 'echo', 'chart' => 'echo', 'settings' => $settings]],
                [Kit::lead('one', 'post boxes', 'echo in')],
            ),
            self::BOOK,
        );
    }

    /**
     * @param list<array{string, array<string, mixed>, array{int, int}}> $parameters
     * @param list<string> $settings
     */
    private static function chart(array $parameters, array $settings): Chart
    {
        return RigFile::chart(
            Json::encode(
                Kit::hearer(
                    'New',
                    more: [
                        'settings' => array_map(static fn (string $id): array => ['id' => $id, 'title' => $id, 'values' => [1, 16]], $settings),
                        'parameters' => array_map(
                            static fn (array $each): array => ['name' => $each[0], 'reach' => 'midi', 'message' => $each[1], 'raw' => $each[2]],
                            $parameters,
                        ),
                    ],
                ),
            ),
        );
    }
}

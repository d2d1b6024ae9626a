<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\Patch;

/** Rules for a rig without a post need no port line; they do what they would do between an in port and out ports. */
final class ImplicitPortsTest extends TestCase
{
    private const RULES = <<<'BOOK'

        rule "Wet"
          take board "Switch 5"
          press
          turn brine "Mix" to 50
          turn drive "Gain" to 90

        rule "Call"
          take board "Switch 6"
          press
          recall brine 3

        BOOK;

    public function testTheyAreTheSameAsWithDeclaredPorts(): void
    {
        $straight = self::analysis("rulebook \"Crossing\"\n".self::RULES, []);
        self::assertSame([], self::errors($straight));
        self::assertSame(['board_out1', 'brine', 'drive'], array_map(strval(...), array_keys($straight->checked()->book->ports)));

        $declared = "rulebook \"Crossing\"\nport in_one in\nport one out\nport two out\n".self::RULES;
        $post = self::analysis($declared, [
            '/leads/0' => Kit::lead('brine', 'post one', 'brine in', [['what' => 'cable', 'map' => 'straight']]),
            '/leads/2' => Kit::lead('drive', 'post two', 'drive in', [['what' => 'cable', 'map' => 'straight']]),
            '/leads/1' => Kit::lead('far', 'board out1', 'post in_one', [['what' => 'cable', 'map' => 'straight']]),
        ]);
        $names = ['in_one' => 'board_out1', 'one' => 'brine', 'two' => 'drive'];
        foreach (["\xB0\x54\x7F", "\xB0\x54\x00", "\xB0\x55\x7F", "\xB0\x07\x10"] as $bytes) {
            $expected = array_map(
                static fn (array $sent): array => [$names[$sent[0]], $sent[1]],
                self::played($post, 'in_one', $bytes),
            );
            self::assertSame($expected, self::played($straight, 'board_out1', $bytes), bin2hex($bytes));
        }
        self::assertNotSame([], self::played($straight, 'board_out1', "\xB0\x54\x7F"));
    }

    public function testOnTheBenchTheBoardPlaysAndTheBoxesHear(): void
    {
        $analysis = self::analysis(self::RULES, []);
        $patch = Patch::of($analysis->setup);
        self::assertSame(['board_out1'], array_column($patch->from['board'] ?? [], 'port'), 'what leaves at three plugs comes in once');
        self::assertSame(['brine', 'drive'], array_map(strval(...), array_keys($patch->at)));
    }

    /** A declared port of that name counts; a control that has no way to a device it names needs port lines as before. */
    public function testWhereTheyAreNotAdded(): void
    {
        $own = self::analysis("port brine out\n".self::RULES, []);
        self::assertFalse($own->checked()->book->ports['brine']->isImplicit);

        $cut = self::analysis(self::RULES, ['/leads/0/use' => 'edit']);
        $codes = array_map(static fn (Finding $finding): string => $finding->code, $cut->checked()->findings);
        self::assertContains('no-way', $codes);
        self::assertArrayNotHasKey('brine', $cut->checked()->book->ports);

        $led = self::analysis("port feet in\n".self::RULES, ['/leads/-' => Kit::lead('feet', 'board usb', 'post feet', [])]);
        self::assertArrayNotHasKey('board_out1', $led->checked()->book->ports, 'the post hears the board');
    }

    public function testWhatStandsOnlyInRulesIsNoLead(): void
    {
        $analysis = self::analysis(self::RULES, []);
        $texts = array_map(static fn (RigFinding $finding): string => $finding->fact->text(), Examination::of($analysis)->findings);
        self::assertSame([], preg_grep('/straight|port/', $texts));
        self::assertCount(9, $analysis->judgements());
        self::assertCount(8, $analysis->matrix()->cells, 'controls and programs to three boxes, a clock to one of them, controls to the one behind it');
        self::assertTrue($analysis->matrix()->cells[0]->isProposed, 'the post is no other sender');
    }

    /** @return list<array{string, string}> */
    private static function played(RigAnalysis $analysis, string $port, string $bytes): array
    {
        $engine = new Engine(Compiler::load($analysis->checked()->book));
        $engine->start();
        $engine->take();
        $engine->feed(1_000_000, (int) $engine->book->inPort($port), $bytes);
        $engine->advance(2_000_000);
        $sent = [];
        foreach ($engine->take() as $made) {
            $sent[] = [$engine->book->ports()[$made[1]], bin2hex($made[2])];
        }

        return $sent;
    }

    /** @return list<string> */
    private static function errors(RigAnalysis $analysis): array
    {
        return array_values(array_map(
            static fn (Finding $finding): string => $finding->text,
            array_filter($analysis->checked()->findings, static fn (Finding $finding): bool => 'error' === $finding->severity->value),
        ));
    }

    /** @param array<string, mixed> $changes */
    private static function analysis(string $book, array $changes): RigAnalysis
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/crossing-board.rig.json'));
        self::assertIsArray($json);
        $set = static fn (int|string $value): array => ['value' => $value, 'state' => 'set'];
        $jacks = [
            '/units/0/settings' => ['jack1' => $set('midi'), 'jack2' => $set('midi'), 'jumper' => $set('tip')],
            '/units/1/settings' => ['control' => $set('midi')],
        ];
        $rig = RigFile::rig(Json::encode([...Kit::changed($json, [...$jacks, ...$changes]), 'rulebook' => $book]));

        return new RigAnalysis(RigFile::setup($rig));
    }
}

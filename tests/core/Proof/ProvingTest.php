<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Engine\Version;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Rig\Document\KeptTape;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Change\Rename;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Kept tapes show what is no longer as it was accepted, and nothing else. */
final class ProvingTest extends TestCase
{
    public function testTheProofsOfTheDemoHoldAndTouchEveryRuleAndScene(): void
    {
        $analysis = self::analysis();
        $proofs = self::proofs($analysis);
        self::assertCount(3, $proofs);
        foreach ($proofs as $proof) {
            self::assertSame([], $proof->changes, $proof->proof->name);
        }
        $coverage = Coverage::of($analysis, Compiler::load($analysis->checked()->book), $proofs);
        self::assertSame([[], []], [$coverage->rules, $coverage->scenes]);
        $less = Coverage::of($analysis, Compiler::load($analysis->checked()->book), [$proofs[1]]);
        self::assertContains('Tilt opens the drawer of bells', array_column($less->rules, 'title'));
        self::assertContains(['unit' => 'tilt', 'control' => 'Tilt'], $less->controls);
    }

    /** @return iterable<string, array{string, string}> what stands in the rules of the demo, and what stands there instead */
    public static function mutations(): iterable
    {
        yield 'another channel' => ['flatten to channel 3', 'flatten to channel 4'];
        yield 'another number' => ['take cc 14..21', 'take cc 24..31'];
        yield 'another bend range' => ['flatten to channel 3 bend 2', 'flatten to channel 3 bend 12'];
        yield 'another split' => ['key C-1..B3', 'key C-1..C4'];
        yield 'another program' => ['recall brine "Undertow"', 'recall brine "Harbour"'];
        yield 'another order' => [
            "  recall brine \"Undertow\"\n  turn brine \"Mix\" to 80\n",
            "  turn brine \"Mix\" to 80\n  recall brine \"Undertow\"\n",
        ];
        yield 'another value' => ['to 60 percent', 'to 61 percent'];
        yield 'another parameter' => ['turn sampler "Level 3"', 'turn sampler "Level 4"'];
        yield 'another unit' => [
            'take tray "Pad 9".."Pad 16"'."\n  set key = key + 12\n  play gulls",
            'take tray "Pad 9".."Pad 16"'."\n  set key = key + 12\n  play moths",
        ];
        yield 'a step less' => ["  set key = key + 12\n", ''];
        yield 'a coarser dead band' => ['deadband 2', 'deadband 9'];
        yield 'a slower stream' => ['thin 20ms', 'thin 60ms'];
        yield 'another tempo' => ['tempo 96', 'tempo 97'];
        yield 'another takeover' => ['turn desk "Mix 1 / input 1" pickup', 'turn desk "Mix 1 / input 1"'];
        yield 'nothing' => ['tempo 96', 'tempo 96'];
        yield 'a song less in the group' => ['"Switch 1".."Switch 3"'."\n  press\n  go index", '"Switch 1".."Switch 2"'."\n  press\n  go index"];
        yield 'a clock that is not passed on' => ["  take clock\n  play echo", "  take clock\n  drop"];
        yield 'a scene that leaves nothing' => ["  on enter turn lantern \"Lamp 2\" to 100 percent\n", ''];
        yield 'no panic' => ["  press\n  panic", "  press\n  do storm"];
    }

    #[DataProvider('mutations')]
    public function testAMutationIsShownByAProof(string $from, string $to): void
    {
        $text = self::text();
        self::assertStringContainsString($from, $text);
        $changes = array_sum(
            array_map(
                static fn (Proving $proof): int => \count($proof->changes),
                self::proofs(self::analysis(['/rulebook' => str_replace($from, $to, $text)])),
            ),
        );
        if ($from === $to) {
            self::assertSame(0, $changes, 'what is not changed shows nothing');
        } else {
            self::assertGreaterThan(0, $changes);
        }
    }

    public function testASettingOfAUnitIsShownWithWhereItMatters(): void
    {
        $units = array_column(\is_array(self::json()['units'] ?? null) ? self::json()['units'] : [], 'name');
        $brine = (int) array_search('brine', $units, true);
        $proofs = self::proofs(self::analysis(["/units/{$brine}/settings/channel/value" => 9]));
        $change = $proofs[1]->changes[0] ?? null;
        self::assertNotNull($change);
        self::assertStringContainsString('channel 7', implode(' ', array_column($change->was, 'what')));
        self::assertStringContainsString('channel 9', implode(' ', array_column($change->now, 'what')));
        self::assertContains('brine', $change->units);
        self::assertNotNull($change->song);
    }

    public function testRenamesAndReformattingShowNothing(): void
    {
        $text = self::text();
        $source = Source::of($text);
        $line = static fn (string $what): int => substr_count(substr($text, 0, (int) strpos($text, $what)), "\n") + 1;
        $texts = [
            'reformatted' => Printer::print(Parser::parse(str_replace('  take', '      take', $text))->book),
            'with comments' => str_replace("\nrule", "\n# a word\nrule", $text),
            'a clock renamed' => $source->with(Rename::edits($source, $line('clock crossing'), 7, 'ferry'))->text,
            'a stack renamed' => $source->with(Rename::edits($source, $line('stack storm'), 7, 'weather'))->text,
            'a group renamed' => $source->with(Rename::edits($source, $line('group songs'), 7, 'tunes'))->text,
        ];
        foreach ($texts as $what => $changed) {
            self::assertNotSame($text, $changed);
            foreach (self::proofs(self::analysis(['/rulebook' => $changed])) as $proof) {
                self::assertSame([], $proof->changes, "{$what}: {$proof->proof->name}");
            }
        }
    }

    public function testARenamedPortIsTheSamePort(): void
    {
        $book = static fn (string $in, string $out) => Compiler::load(
            ResolvedRulebook::of(Parser::parse("port {$in} in\nport {$out} out\nrule \"a\"\n  take note\n  send {$out} channel 3\n")->book),
        );
        $proof = Proving::accept('one', "0 keys 90 3C 40\n100 keys 80 3C 40\n", $book('keys', 'moths'));
        self::assertSame("# zigzag tape 1\n0.000 moths 92 3C 40\n100.000 moths 82 3C 40\n", $proof->accepted);
        self::assertSame([], Proving::of($proof, $book('piano', 'moths'))->changes);
        self::assertSame([], Proving::of($proof, $book('piano', 'owls'))->changes);
    }

    /** A tape that an earlier version of the program accepted: where rules and rig are as they were, the program is why it differs. */
    public function testWhatTheProgramPlaysDifferentlyIsTold(): void
    {
        $book = Compiler::load(ResolvedRulebook::of(Parser::parse("port keys in\nport moths out\nrule \"a\"\n  take note\n  send moths\n")->book));
        $tape = "0 keys 90 3C 40\n";
        [$other, $now] = ["0 moths 90 3D 40\n", "0 moths 90 3C 40\n"];
        foreach (
            [
                'rules as they were' => [1, 'sum', $other, true, true],
                'other rules' => [1, 'another', $other, false, false],
                'nobody knows' => [null, null, $other, true, false],
                'accepted by this version' => [Version::now(), 'sum', $other, false, false],
                'nothing differs' => [1, 'sum', $now, false, false],
            ] as $what => [$program, $rules, $accepted, $isTold, $isProgram]
        ) {
            $proving = Proving::of(new KeptTape('one', $tape, $accepted, ['keys', 'moths'], program: $program, rules: $rules), $book, rules: 'sum');
            self::assertSame([$isTold, $isProgram], [[] !== $proving->program, $proving->isProgram], $what);
        }
        $taken = Proving::accept('one', $tape, $book, rules: 'sum');
        self::assertSame([Version::now(), 'sum'], [$taken->program, $taken->rules]);
        self::assertSame([], Proving::of($taken, $book, rules: 'sum')->program);
    }

    public function testAKeptTapeThatIsNoneIsToldAndTheOthersArePlayed(): void
    {
        $book = Compiler::load(ResolvedRulebook::of(Parser::parse("port keys in\nport moths out\nrule \"a\"\n  take note\n  send moths\n")->book));
        foreach (["x\n", '0', "5 keys 90 3C\n4 keys F8\n", '0 keys GG', "0 keys 90 3C\n\xFF\n"] as $none) {
            self::assertNotNull(Proving::of(new KeptTape('none', $none, ''), $book)->unreadable, $none);
            self::assertNotNull(Proving::of(new KeptTape('none', "0 keys 90 3C 40\n", $none), $book)->unreadable, $none);
        }
    }

    public function testATapeThatPlaysEveryControlTouchesThem(): void
    {
        $analysis = self::analysis();
        $book = Compiler::load($analysis->checked()->book);
        $proof = Proving::of(Proving::accept('all', Coverage::tape($analysis), $book), $book);
        self::assertSame([], Coverage::of($analysis, $book, [$proof])->controls);
        self::assertSame([], Coverage::of($analysis, $book, [$proof])->ends, 'the tape that is made presses the ends');
    }

    /** @return list<Proving> */
    private static function proofs(RigAnalysis $analysis): array
    {
        self::assertFalse($analysis->checked()->hasErrors());
        $book = Compiler::load($analysis->checked()->book);
        $seats = Patch::of(Setup::of($analysis->setup->rig, $analysis->checked()->written));

        return array_map(
            static fn (KeptTape $tape): Proving => Proving::of($tape, $book, $seats, $analysis->setup->rig->show),
            $analysis->setup->rig->proofs,
        );
    }

    /** @param array<string, mixed> $changes */
    private static function analysis(array $changes = []): RigAnalysis
    {
        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(Kit::changed(self::json(), $changes)))));
    }

    private static function text(): string
    {
        $text = self::json()['rulebook'] ?? '';

        return \is_string($text) ? $text : '';
    }

    /** @return array<mixed> */
    private static function json(): array
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));

        return \is_array($json) ? $json : [];
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Naming\Plain;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

final class NamesLawTest extends TestCase
{
    /** The same rulebook with names replaced by what the charts say gives the same bytes. */
    public function testNamesAreNumbers(): void
    {
        $said = 0;
        for ($seed = 0; $seed < Cases::number(250); ++$seed) {
            $random = new RandomRig($seed);
            $text = $random->book();
            $devices = static fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($random->rig, $book));
            $checked = Checker::check($text, $devices);
            $errors = array_map(
                static fn (Finding $finding): string => $finding->print('book'),
                array_filter($checked->findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity),
            );
            self::assertSame(
                [],
                array_filter($errors, static fn (string $error): bool => !str_contains($error, 'no-such-field')),
                "seed {$seed}\n{$text}",
            );
            $written = Plain::of($checked->written, $checked->book, $devices($checked->written));
            [$plain, $unsaid] = [$written->text, $written->unsaid];
            if ([] !== $errors || [] !== $unsaid) {
                continue;
            }
            ++$said;
            $tape = $random->tape();
            self::assertSame(Play::tape($plain, $tape), Play::through($checked->book, $tape), "seed {$seed}\n{$text}\n---\n{$plain}\n---\n{$tape}");
        }
        self::assertGreaterThan($seed / 5, $said, 'most of these rulebooks can be said plainly');
    }

    /** What is printed reads back equal, names and all. */
    public function testWhatIsPrintedReadsBackEqual(): void
    {
        for ($seed = 0; $seed < Cases::number(250); ++$seed) {
            $printed = Printer::print(Parser::parse((new RandomRig($seed))->book())->book);
            self::assertSame($printed, Printer::print(Parser::parse($printed)->book));
        }
    }
}

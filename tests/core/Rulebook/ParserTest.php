<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rulebook;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\RandomBook;

final class ParserTest extends TestCase
{
    use TestTrait;

    public function testALineThatCannotBeReadSpoilsNoOther(): void
    {
        $errors = Parser::parse(
            "port keys in\nport moths out\nrule \"r\"\n  take nota\n  set channel = 3\n  send moths\nrule \"s\"\n  send moths\n",
        )->errors;
        self::assertSame(
            ['4 syntax', '8 order'],
            array_map(static fn (RulebookError $error): string => "{$error->span->line} {$error->errorCode}", $errors),
        );
    }

    /** @return iterable<string, array{string, int, int, string}> text, line, column, part of the message */
    public static function mistakes(): iterable
    {
        yield 'a word that means nothing' => ["prot keys in\n", 1, 1, 'did you mean "port"?'];
        yield 'a misspelt step' => ["rule \"r\"\n  take note\n  sned moths\n", 3, 3, 'did you mean "send"?'];
        yield 'a misspelt kind' => ["rule \"r\"\n  take noet\n", 2, 8, 'did you mean "note"?'];
        yield 'an open quote' => ["rule \"r\n", 1, 6, 'no closing quote'];
        yield 'a strange character' => ["port keys § in\n", 1, 11, 'means nothing here: §'];
        yield 'something left over' => ["port keys in in\n", 1, 14, 'expected out, mpe, nrpn, pulse or the end of the line, found "in"'];
        yield 'a lookup with two values' => ["table kit: 1=2\nrule \"r\"\n  take note\n  set key = kit(key, 2)\n", 4, 20, 'expected'];
        yield 'a change of notes' => ["port a in\nrule \"r\"\n  take cc, note changed\n", 3, 12, '"note" has no value that could have changed'];
        yield 'a change of anything' => ["port a in\nrule \"r\"\n  take any changed\n", 3, 8, 'name the kinds whose changes count'];
        yield 'a change before a list' => ["port a in\nrule \"r\"\n  take cc changed channel 1\n", 3, 19, 'expected where'];
        yield 'a step without a rule' => ["send moths\n", 1, 1, 'belongs into a rule'];
        yield 'a step before take' => ["rule \"r\"\n  send moths\n", 2, 3, 'comes before the steps'];
        yield 'take and copy' => ["rule \"r\"\n  take note\n  copy cc\n", 3, 3, 'all "take" or all "copy"'];
        yield 'from too late' => ["rule \"r\"\n  take note\n  from keys\n", 3, 3, '"from" comes first'];
        yield 'channel 17' => ["rule \"r\"\n  take note channel 17\n", 2, 21, 'lies between 1 and 16'];
        yield 'a key that does not exist' => ["rule \"r\"\n  take note key G#9\n", 2, 17, 'there is no key G#9'];
        yield 'numbers for a note' => ["rule \"r\"\n  take note 60\n", 2, 13, 'takes no numbers'];
        yield 'a bracket left open' => ["rule \"r\"\n  take cc\n  set value = (1 + 2\n", 3, 21, 'expected )'];
        yield 'no operand' => ["rule \"r\"\n  take cc\n  set value = 1 +\n", 3, 18, 'expected a number'];
        yield 'a note without a length' => ["rule \"r\"\n  take cc\n  post note 60 to moths\n", 3, 8, 'needs its length'];
        yield 'a folded value' => ["rule \"r\"\n  take cc\n  set value = 1 fold\n", 3, 17, 'only a key'];
        yield 'declared twice' => ["port a in\nport a out\n", 2, 6, 'declared twice'];
        yield 'a reserved memory name' => ["memory key = 1\n", 1, 8, 'already means something'];
        yield 'a curve that goes back' => ["curve c: 40=1, 20=2\n", 1, 16, 'from low to high'];
        yield 'an empty range to scale' => ["rule \"r\"\n  take cc\n  scale value 5..5 to 0..127\n", 3, 15, 'two different ends'];
        yield 'sysex without end' => ["rule \"r\"\n  take cc\n  become sysex F0 01\n", 3, 21, 'F7'];
        yield 'too large a number' => ["memory m = 99999999999999999999\n", 1, 12, 'too large'];
        yield 'not UTF-8' => ["port keys in\nrule \"\xFF\"\n", 2, 1, 'not UTF-8'];
    }

    #[DataProvider('mistakes')]
    public function testMistakesAreFoundWhereTheyWereMade(string $text, int $line, int $column, string $message): void
    {
        $errors = Parser::parse($text)->errors;
        self::assertNotSame([], $errors);
        self::assertStringContainsString($message, $errors[0]->getMessage());
        self::assertSame([$line, $column], [$errors[0]->span->line, $errors[0]->span->column]);
    }

    public function testCanonicalFormKeepsCommentsAndSpellings(): void
    {
        $written =
            "rulebook   \"T\"\n# about ports\nport keys   in # by hand\n\n\nport moths out\nrule \"One\"   # first\n from keys\n   take "
                ."note key C-1..B3,0x40\n # why\n  set key=key-12*(1+2) fold\n send moths channel 1, 2\nrule \"Two\"\ntake cc 1,2, bend\ndrop\n# the end";
        $canonical =
            "rulebook \"T\"\n\n# about ports\nport keys in  # by hand\nport moths out\n\nrule \"One\"  # first\n  from keys\n  take note "
                ."key C-1..B3,0x40\n  # why\n  set key = key - 12 * (1 + 2) fold\n  send moths channel 1,2\n\nrule \"Two\"\n  take cc 1,2, "
                    ."bend\n  drop\n\n# the end\n";
        self::assertSame($canonical, $this->print($written));
        self::assertSame($canonical, $this->print($canonical));
    }

    public function testPrintingAndParsingAgreeOnRandomRulebooks(): void
    {
        $this->limitTo(Cases::number(300))
            ->forAll(Generators::nat())
            ->then(function (int $seed): void {
                $text = RandomBook::text($seed);
                $printed = $this->print($text);
                self::assertSame($printed, $this->print($printed), 'formatting again changes nothing');
                self::assertEquals(
                    array_map(static fn ($line): string => $line->text, Parser::parse($text)->book->lines),
                    array_map(static fn ($line): string => $line->text, Parser::parse($printed)->book->lines),
                );
            });
    }

    public function testRandomTextNeverThrows(): void
    {
        $words = [
            'port',
            'keys',
            'in',
            'out',
            'rule',
            '"r"',
            'take',
            'note',
            'cc',
            'key',
            '60',
            '..',
            ',',
            '-',
            '(',
            ')',
            'send',
            'moths',
            "\n",
            "\n",
            'set',
            'value',
            '=',
            '+',
            '/',
            '0',
            'become',
            'sysex',
            'F0',
            '{',
            '}',
            'F7',
            'toggle',
            'scene',
            'C4',
            '§',
            '"',
            '#',
            "\xFF",
            'remember',
            'post',
            'for',
            '20ms',
            'to',
            'channel',
            'where',
            'not',
            '99999999999',
            'middle',
            'table',
            ':',
            'curve',
            'memory',
            'x',
        ];
        $this->limitTo(3000)
            ->forAll(Generators::seq(Generators::elements(...$words)))
            ->then(static function (array $picked): void {
                /** @var list<string> $picked */
                $checked = Checker::check(implode(' ', $picked));
                foreach ($checked->findings as $finding) {
                    self::assertGreaterThan(0, $finding->span->line);
                    self::assertStringNotContainsString("\n", $finding->text);
                }
                self::assertSame(
                    [] === array_filter($checked->findings, static fn ($finding): bool => 'error' === $finding->severity->value),
                    !$checked->hasErrors(),
                );
            });
    }

    public function testHostileNestingIsRefused(): void
    {
        foreach ([str_repeat('(', 50_000), str_repeat('not ', 50_000), str_repeat('-', 50_000), '1'.str_repeat(' + 1', 50_000)] as $expression) {
            $errors = Parser::parse("rule \"r\"\n  take cc\n  set value = {$expression}\n")->errors;
            self::assertCount(1, $errors);
        }
        $errors = Parser::parse(str_repeat('x', Parser::MAX_BYTES + 1))->errors;
        self::assertSame('too-large', $errors[0]->errorCode);
    }

    private function print(string $text): string
    {
        return Printer::print(Parser::parse($text)->book);
    }
}

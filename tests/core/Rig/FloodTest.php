<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Table\TableReader;

/** Floods: whatever there is too much of is refused, or read, before anybody has to wait for it. */
final class FloodTest extends TestCase
{
    private const BYTES = 2_000_000;

    /** @return iterable<string, array{string, string}> what there is too much of, and whether it is refused by its size */
    public static function documents(): iterable
    {
        $of = static fn (string $begin, callable $part, string $end): string => $begin.self::flood($part).$end;
        yield 'attributes' => [
            $of('<MIDINameDocument><Model ', static fn (int $i): string => "a{$i}=\"\" ", '/></MIDINameDocument>'),
            '/longer than the 64 KiB/',
        ];
        yield 'attributes of many tags' => [
            $of(
                '<MIDINameDocument>',
                static fn (int $i): string => '<a '.implode(' ', array_map(static fn (int $k): string => "a{$k}=''", range(1, 101))).'/>',
                '</MIDINameDocument>',
            ),
            '/more than the 100 attributes/',
        ];
        yield 'attributes behind a >' => [
            '<MIDINameDocument><Model a=">" '.
            implode(' ', array_map(static fn (int $k): string => "a{$k}=''", range(1, 5000))).
            '/></MIDINameDocument>',
            '/more than the 100 attributes/',
        ];
        yield 'name spaces' => [
            $of('<MIDINameDocument><Model ', static fn (int $i): string => "xmlns:a{$i}='u' ", '/></MIDINameDocument>'),
            '/longer than the 64 KiB/',
        ];
        yield 'tags' => [
            $of('<MIDINameDocument>', static fn (int $i): string => "<PatchBank Name='a'/>", '</MIDINameDocument>'),
            '/at most 60000 are read/',
        ];
        yield 'depth' => [str_repeat('<a>', 59_000), '/not XML/'];
        yield 'text' => ['<MIDINameDocument><Model>'.str_repeat('x', self::BYTES).'</Model></MIDINameDocument>', '/longer than the 64 KiB/'];
        yield 'comments' => ['<MIDINameDocument>'.str_repeat('<!-- -->', 200_000).'</MIDINameDocument>', '/at most 60000/'];
        yield 'references to letters' => [
            '<MIDINameDocument><Model>'.str_repeat('&#65;', 400_000).'</Model></MIDINameDocument>',
            '/longer than the 64 KiB/',
        ];
        yield 'entities' => [
            '<!DOCTYPE a [<!ENTITY a "aaaa">]><MIDINameDocument><Model>'.str_repeat('&a;', 1000).'</Model></MIDINameDocument>',
            '/entities, which are not expanded/',
        ];
    }

    #[DataProvider('documents')]
    public function testADocumentWithTooMuchOfSomethingIsRefused(string $text, string $why): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessageMatches($why);
        NameDocument::read($text);
    }

    public function testADocumentAsLargeAsThereAreIsRead(): void
    {
        $patches = implode(
            '',
            array_map(
                static fn (int $i): string => '<Patch Number="'.$i.'" Name="n'.$i.'" ProgramChange="'.$i % 128 .'"/>',
                range(0, 9_999),
            ),
        );
        $chart = NameDocument::read(
            "<MIDINameDocument><Model>Large</Model><PatchBank Name=\"a\"><PatchNameList>{$patches}</PatchNameList></PatchBank></MIDINameDocument>",
        )->chart;
        self::assertSame('Large', $chart['name']);
    }

    public function testATableOfAnyShapeIsReadAsFarAsThereAreRows(): void
    {
        foreach (["x\n", "\n", "\t", ',', '"', ';', "a\tb\n", "\"a\nb\",1\n", "a|b\n", "CC 1 = a\n", "  \n", "\r"] as $part) {
            $table = TableReader::read(str_repeat($part, intdiv(self::BYTES, \strlen($part))));
            self::assertLessThanOrEqual(20_001, \count($table->rows), json_encode($part) ?: '');
        }
    }

    /** @param callable(int): string $part */
    private static function flood(callable $part): string
    {
        $text = '';
        for ($i = 0; \strlen($text) < self::BYTES; ++$i) {
            $text .= $part($i);
        }

        return $text;
    }
}

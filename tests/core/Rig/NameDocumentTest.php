<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

final class NameDocumentTest extends TestCase
{
    public function testGoesOutAndComesBackWithWhatBothSidesHave(): void
    {
        $chart = StageRig::rig()->charts['brine']->chart;
        [$xml, $lost] = NameDocument::write($chart);
        $again = RigFile::chart(Json::encode(NameDocument::read($xml)));

        self::assertSame($chart->name, $again->name);
        self::assertSame(['settings', 'plugs', 'passing on', 'where it hears', 'parameter "Colour"', 'parameter "Input pad"'], $lost);
        self::assertSame(['0' => 'Harbour', '6' => 'Storm'], array_intersect_key($again->programs->names ?? [], ['0' => 1, '6' => 1]));
        for ($ordinal = 0; $ordinal < 8; ++$ordinal) {
            self::assertSame($chart->programs?->bytes($ordinal), $again->programs?->bytes($ordinal));
            self::assertSame($chart->programs?->label($ordinal), $again->programs?->label($ordinal));
        }
        self::assertSame(['Mix', 'Feedback', 'Pan', 'Mode', 'Time'], self::names($again));
        self::assertSame([0, 100], $again->parameters[0]->raw ?? null);
        // Once through, nothing more is lost.
        self::assertEquals($again, RigFile::chart(Json::encode(NameDocument::read(NameDocument::write($again)[0]))));
    }

    public function testEntitiesAndForeignDocumentsAreRefusedWithAReason(): void
    {
        foreach ([
            '<!DOCTYPE x [<!ENTITY a "b">]><MIDINameDocument/>' => 'defines entities',
            '<MIDINameDocument><Open></MIDINameDocument>' => 'line 1: this is not XML',
            '<html/>' => 'not a MIDI name document',
            '' => 'not XML',
            '<MIDINameDocument/>' => 'names no programs',
        ] as $text => $reason) {
            try {
                NameDocument::read($text);
                self::fail($text);
            } catch (BadData $bad) {
                self::assertStringContainsString($reason, $bad->getMessage());
            }
        }
    }

    public function testDamagedDocumentsAreReadOrRefused(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(3));
        [$xml] = NameDocument::write(StageRig::rig()->charts['brine']->chart);
        for ($case = 0; $case < Cases::number(300); ++$case) {
            $damaged = $xml;
            for ($times = $random->getInt(1, 4); $times > 0; --$times) {
                $damaged = substr_replace($damaged, $random->getBytes($random->getInt(1, 3)), $random->getInt(0, \strlen($damaged) - 1), $random->getInt(0, 4));
            }
            try {
                self::assertNotSame('', RigFile::chart(Json::encode(NameDocument::read($damaged)))->name);
            } catch (BadData $bad) {
                self::assertNotSame('', $bad->getMessage());
            }
        }
    }

    /** @return list<string> */
    private static function names(Chart $chart): array
    {
        return array_map(static fn ($parameter): string => $parameter->name, $chart->parameters ?? []);
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Midi\BankedProgram;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

final class NameDocumentTest extends TestCase
{
    public function testGoesOutAndComesBackWithWhatBothSidesHave(): void
    {
        $chart = StageRig::rig()->charts['brine']->chart;
        $written = NameDocument::write($chart);
        [$xml, $lost] = [$written->xml, $written->lost];
        $again = RigFile::chart(Json::encode(NameDocument::read($xml)->chart));

        self::assertSame($chart->name, $again->name);
        self::assertSame(
            [
                'what it is',
                'settings',
                'plugs',
                'passing on',
                'where it hears',
                'when the bank is sent',
                'parameter "Colour"',
                'parameter "Input pad"',
                'of a parameter: whether programs store it',
                'of a parameter: the centre',
                'of a parameter: from where to where a name counts',
            ],
            $lost,
        );
        self::assertSame(['0' => 'Harbour', '6' => 'Storm'], array_intersect_key($again->programs->names ?? [], ['0' => 1, '6' => 1]));
        for ($ordinal = 0; $ordinal < 8; ++$ordinal) {
            self::assertEquals($chart->programs?->called($ordinal), $again->programs?->called($ordinal));
            self::assertSame($chart->programs?->label($ordinal), $again->programs?->label($ordinal));
        }
        self::assertSame(['Mix', 'Feedback', 'Pan', 'Mode', 'Time'], self::names($again));
        self::assertSame('0-100', ($again->parameters[0] ?? null)?->raw->key());
        // Once through, nothing more is lost.
        self::assertEquals($again, RigFile::chart(Json::encode(NameDocument::read(NameDocument::write($again)->xml)->chart)));
    }

    /** A law: what has not come back is named. */
    public function testWhatIsNotNamedAsDroppedHasComeBack(): void
    {
        $any = new AnyRig(new \Random\Randomizer(new \Random\Engine\Mt19937(23)));
        for ($case = 0; $case < Cases::number(25); ++$case) {
            $chart = RigFile::chart($any->chart());
            $written = NameDocument::write($chart);
            [$xml, $lost] = [$written->xml, $written->lost];
            try {
                $again = RigFile::chart(Json::encode(NameDocument::read($xml)->chart));
            } catch (BadData) {
                $again = null; // it names nothing
            }
            foreach ($chart->parameters ?? [] as $parameter) {
                $there = array_values(array_filter($again->parameters ?? [], static fn ($each): bool => $each->name === $parameter->name))[0] ?? null;
                self::assertSame(null === $there, \in_array("parameter \"{$parameter->name}\"", $lost, true));
                $isNamed = static fn (string $words): bool => [] !==
                    array_filter($lost, static fn (string $each): bool => str_ends_with($each, $words));
                self::assertTrue(
                    null === $there || $there->raw->equals($parameter->raw) || $isNamed('the range'),
                    json_encode([$parameter, $there, $lost], \JSON_THROW_ON_ERROR),
                );
                self::assertTrue(
                    null === $there || null === $parameter->behaviour || $isNamed('the behaviour'),
                    json_encode([$parameter, $there, $lost], \JSON_THROW_ON_ERROR),
                );
                self::assertTrue(null === $there || null === $parameter->shown || $isNamed('what is shown'));
            }
            foreach (
                [
                    'clock' => 'the clock',
                    'surface' => 'the control surface',
                    'automatic' => 'automatic messages',
                    'sends' => 'what it sends',
                    'hazards' => 'hazards',
                ] as $part => $words
            ) {
                self::assertSame(null !== $chart->{$part} && [] !== $chart->{$part}, \in_array($words, $lost, true));
            }
        }
    }

    /** Patches that are called by commands of their own, lists that are used by name, and several sets of names. */
    public function testPatchesByCommandsAndSeveralSets(): void
    {
        $read = NameDocument::read(
            <<<'XML'
            <MIDINameDocument><MasterDeviceNames><Model>Two decks</Model>
              <ChannelNameSet Name="Deck"><PatchBank Name="A"><UsesPatchNameList Name="Loud"/></PatchBank></ChannelNameSet>
              <ChannelNameSet Name="Hold"><PatchBank Name="B"><MIDICommands><ControlChange Control="32" Value="4"/></MIDICommands><PatchNameList>
                <Patch Number="B1" Name="Rope" ProgramChange="7"/>
                    <Patch Number="B2" Name="Rope once more" ProgramChange="7"/><Patch Number="B3" Name="Nothing"/>
              </PatchNameList></PatchBank></ChannelNameSet>
              <PatchNameList Name="Loud">
                <Patch Number="A1" Name="Bell"><PatchMIDICommands><ControlChange Control="0" Value="2"/><ProgramChange Number="5"/></PatchMIDICommands></Patch>
              </PatchNameList>
              <NoteNameList Name="One"><Note Number="36" Name="Kick"/></NoteNameList>
                  <NoteNameList Name="Two"><Note Number="36" Name="Boom"/><Note Number="37" Name="Tick"/></NoteNameList>
            </MasterDeviceNames></MIDINameDocument>
            XML,
        );
        $chart = RigFile::chart(Json::encode($read->chart));

        self::assertEquals(
            [new BankedProgram(2, null, 5), new BankedProgram(null, 4, 7)],
            [$chart->programs?->called(0), $chart->programs?->called(1)],
        );
        self::assertSame(['Bell', 'Rope'], array_values($chart->programs->names ?? []));
        self::assertSame([36 => 'Kick', 37 => 'Tick'], $chart->keys->names ?? []);
        self::assertSame(
            [
                'patches left out, without a program change from 0 to 127: 1',
                'patches left out, called by the same messages as one before: 1',
                'names of keys left out, which have another name in a list before: 1',
            ],
            $read->notes,
        );
    }

    public function testControllersAreTakenWithWhatIsSaidOrCounted(): void
    {
        $lines = [
            '<Control Number="200" Name="Too high"/>',
            '<Control Number="119" Name="Last"/>',
            '<Control Type="7bit" Number="120" Name="Mode"/>',
            '<Control Type="14bit" Number="31" Name="Pair"><Values Min="0" Max="16383" Default="16383"/></Control>',
            '<Control Type="14bit" Number="32" Name="No pair"/>',
            '<Control Type="NRPN" Number="16383" Name="Deep"><Values Min="10" Max="16384" Default="8192"/></Control>',
            '<Control Type="NRPN" Number="16384" Name="Too deep"/>',
            '<Control Type="odd" Number="1" Name="Odd"/>',
            '<Control Number="x" Name="None"/>',
            '<Control Number="5" Name=" "/>',
            '<Control Number="6" Name="LAST"/>',
            '<Control Number="7" Name=" Level "><Values Min="10" Max="100" Default="100" Units="dB"><ValueNameList Name="v">'
                .'<Value Number="127" Name="Full"/><Value Number="128" Name="More"/><Value Number="9" Name=" "/></ValueNameList></Values></Control>',
            '<Control Number="8" Name="Turned"><Values Min="100" Max="10" Default="128"/></Control>',
            '<Control Number="9" Name="Below"><Values Min="10" Max="100" Default="9"/></Control>',
            '<Control Number="10" Name="One"><Values Min="10" Max="10" Default="10"/></Control>',
        ];
        $read = NameDocument::read(
            '<MIDINameDocument><MasterDeviceNames><Model>Box</Model><ControlNameList Name="Controls">'.implode('', $lines)
                .'</ControlNameList></MasterDeviceNames></MIDINameDocument>',
        );
        $parameters = $read->chart['parameters'] ?? [];
        self::assertIsArray($parameters);
        self::assertSame(
            [
                '{"name":"Last","reach":"midi","message":{"kind":"cc","number":119},"raw":[0,127]}',
                '{"name":"Pair","reach":"midi","message":{"kind":"cc14","number":31},"raw":[0,16383],"rest":16383}',
                '{"name":"Deep","reach":"midi","message":{"kind":"nrpn","number":16383},"raw":[0,16383],"rest":8192}',
                '{"name":"Level","reach":"midi","message":{"kind":"cc","number":7},"raw":[10,100],'
                    .'"named":[{"name":"Full","from":127,"to":127,"send":127}],"rest":100,"unit":"dB"}',
                '{"name":"Turned","reach":"midi","message":{"kind":"cc","number":8},"raw":[0,127]}',
                '{"name":"Below","reach":"midi","message":{"kind":"cc","number":9},"raw":[10,100]}',
                '{"name":"One","reach":"midi","message":{"kind":"cc","number":10},"raw":[10,10],"rest":10}',
            ],
            array_map(static fn (mixed $parameter): string => json_encode($parameter, \JSON_THROW_ON_ERROR), $parameters),
        );
        self::assertSame(['controllers left out, without a number or a name of their own: 8'], $read->notes);
    }

    public function testEntitiesAndForeignDocumentsAreRefusedWithAReason(): void
    {
        foreach (
            [
                '<!DOCTYPE x [<!ENTITY a "b">]><MIDINameDocument/>' => 'defines entities',
                '<MIDINameDocument><Open></MIDINameDocument>' => 'line 1: this is not XML',
                '<html/>' => 'not a MIDI name document',
                '' => 'not XML',
                '<MIDINameDocument/>' => 'names no programs',
            ] as $text => $reason
        ) {
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
        $xml = NameDocument::write(StageRig::rig()->charts['brine']->chart)->xml;
        for ($case = 0; $case < Cases::number(300); ++$case) {
            $damaged = $xml;
            for ($times = $random->getInt(1, 4); $times > 0; --$times) {
                $damaged = substr_replace(
                    $damaged,
                    $random->getBytes($random->getInt(1, 3)),
                    $random->getInt(0, \strlen($damaged) - 1),
                    $random->getInt(0, 4),
                );
            }
            try {
                self::assertNotSame('', RigFile::chart(Json::encode(NameDocument::read($damaged)->chart))->name);
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

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\NameDocument;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Parameter;

/**
 * MIDI name documents (.midnam): names of programs, keys and controllers as XML.
 *
 * `Number` is what the device shows; `ProgramChange` counts from 0, as on the wire. What a chart knows beyond that gets lost and is listed.
 * No DTD is fetched and no entity expanded.
 */
final class NameDocument
{
    public const MAX_BYTES = 8 << 20;
    private const MOST_PROGRAMS = 16384;

    public static function write(Chart $chart): WrittenDocument
    {
        $xml = new \XMLWriter();
        $xml->openMemory();
        $xml->setIndent(true);
        $xml->setIndentString('  ');
        $xml->startDocument('1.0', 'UTF-8');
        $xml->writeDtd(
            'MIDINameDocument',
            '-//MIDI Manufacturers Association//DTD MIDINameDocument 1.0//EN',
            'http://www.midi.org/dtds/MIDINameDocument10.dtd',
        );
        $xml->startElement('MIDINameDocument');
        $xml->writeElement('Author', 'Zigzag Post');
        $xml->startElement('MasterDeviceNames');
        $xml->writeElement('Manufacturer', 'unknown');
        $xml->writeElement('Model', $chart->name);
        self::channels($xml, $chart);
        self::keys($xml, $chart);
        self::controls($xml, $chart);
        $xml->endElement();
        $xml->endElement();
        $xml->endDocument();

        $text = $xml->outputMemory();
        try {
            $again = Json::toValue(Json::read(Chart::class, Json::encode(self::read($text)->chart)));
        } catch (BadData) {
            $again = []; // nothing of it has a place in such a document
        }

        return new WrittenDocument($text, Dropped::of((array) Json::toValue($chart), \is_array($again) ? $again : []));
    }

    /**
     * A chart with what the document knows.
     *
     * @throws BadData
     */
    public static function read(string $text): ReadNames
    {
        $document = self::parse($text);
        $path = new \DOMXPath($document);
        $notes = [];
        $programs = self::programs($path, $notes);
        $keys = self::keyNames($path, $notes);
        $parameters = self::parameters($path, $notes);
        if (null === $programs && [] === $keys && [] === $parameters) {
            throw new BadData([new Problem('', 'this document names no programs, keys or controllers')]);
        }
        $model = self::first($path, '//Model') ?: 'Device';

        $chart = [
            'schema' => 1,
            'name' => mb_substr($model, 0, 200),
            'sort' => 'other',
            'settings' => [['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16]]],
            'plugs' => [['id' => 'in', 'label' => 'MIDI in', 'connector' => 'any', 'uses' => [['way' => 'in', 'carries' => 'midi']]]],
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel']]],
            ...[] === $parameters ? [] : ['parameters' => $parameters],
            ...null === $programs ? [] : ['programs' => $programs],
            ...[] === $keys
                ? []
                : [
                    'keys' => [
                        'low' => min(array_keys($keys)),
                        'high' => max(array_keys($keys)),
                        'names' => (object) array_combine(array_map(strval(...), array_keys($keys)), $keys),
                    ],
                ],
        ];

        return new ReadNames($chart, $notes);
    }

    private static function channels(\XMLWriter $xml, Chart $chart): void
    {
        $programs = $chart->programs;
        $xml->startElement('ChannelNameSet');
        $xml->writeAttribute('Name', 'All');
        $xml->startElement('AvailableForChannels');
        for ($channel = 1; $channel <= 16; ++$channel) {
            $xml->startElement('AvailableChannel');
            $xml->writeAttribute('Channel', (string) $channel);
            $xml->writeAttribute('Available', 'true');
            $xml->endElement();
        }
        $xml->endElement();
        foreach (null === $chart->keys ? [] : ['UsesNoteNameList' => 'Keys'] as $uses => $name) {
            $xml->startElement($uses);
            $xml->writeAttribute('Name', $name);
            $xml->endElement();
        }
        $banks = [];
        for ($ordinal = 0; $ordinal < min($programs->count ?? 0, self::MOST_PROGRAMS); ++$ordinal) {
            $called = $programs?->called($ordinal);
            if (null !== $called) {
                $banks["{$called->msb}:{$called->lsb}"][$ordinal] = $called;
            }
        }
        foreach (array_values($banks) as $index => $patches) {
            $xml->startElement('PatchBank');
            $xml->writeAttribute('Name', 'Bank '.($index + 1));
            $first = $patches[array_key_first($patches)];
            $commands = array_filter([0 => $first->msb, 32 => $first->lsb], static fn (?int $value): bool => null !== $value);
            if ([] !== $commands) {
                $xml->startElement('MIDICommands');
                foreach ($commands as $control => $value) {
                    $xml->startElement('ControlChange');
                    $xml->writeAttribute('Control', (string) $control);
                    $xml->writeAttribute('Value', (string) $value);
                    $xml->endElement();
                }
                $xml->endElement();
            }
            $xml->startElement('PatchNameList');
            foreach ($patches as $ordinal => $called) {
                $xml->startElement('Patch');
                $xml->writeAttribute('Number', $programs?->label($ordinal) ?? '');
                $xml->writeAttribute('Name', $programs->names[$ordinal] ?? ($programs?->label($ordinal) ?? ''));
                $xml->writeAttribute('ProgramChange', (string) $called->program);
                $xml->endElement();
            }
            $xml->endElement();
            $xml->endElement();
        }
        $xml->endElement();
    }

    private static function keys(\XMLWriter $xml, Chart $chart): void
    {
        if (null === $chart->keys) {
            return;
        }
        $xml->startElement('NoteNameList');
        $xml->writeAttribute('Name', 'Keys');
        foreach ($chart->keys->names ?? [] as $key => $name) {
            $xml->startElement('Note');
            $xml->writeAttribute('Number', (string) $key);
            $xml->writeAttribute('Name', $name);
            $xml->endElement();
        }
        $xml->endElement();
    }

    private static function controls(\XMLWriter $xml, Chart $chart): void
    {
        $types = ['cc' => '7bit', 'cc14' => '14bit', 'rpn' => 'RPN', 'nrpn' => 'NRPN'];
        $written = false;
        foreach ($chart->parameters ?? [] as $parameter) {
            $type = $types[$parameter->message->kind->value ?? ''] ?? null;
            if (null === $type || null === $parameter->message?->number) {
                continue;
            }
            if (!$written) {
                $xml->startElement('ControlNameList');
                $xml->writeAttribute('Name', 'Controls');
                $written = true;
            }
            $xml->startElement('Control');
            $xml->writeAttribute('Type', $type);
            $xml->writeAttribute('Number', (string) $parameter->message->number);
            $xml->writeAttribute('Name', $parameter->name);
            self::values($xml, $parameter);
            $xml->endElement();
        }
        if ($written) {
            $xml->endElement();
        }
    }

    private static function values(\XMLWriter $xml, Parameter $parameter): void
    {
        $xml->startElement('Values');
        $xml->writeAttribute('Min', (string) $parameter->raw->low);
        $xml->writeAttribute('Max', (string) $parameter->raw->high);
        if (null !== $parameter->rest) {
            $xml->writeAttribute('Default', (string) $parameter->rest);
        }
        if (null !== $parameter->unit) {
            $xml->writeAttribute('Units', $parameter->unit);
        }
        if ([] !== ($parameter->named ?? [])) {
            $xml->startElement('ValueNameList');
            foreach ($parameter->named ?? [] as $named) {
                $xml->startElement('Value');
                $xml->writeAttribute('Number', (string) $named->send);
                $xml->writeAttribute('Name', $named->name);
                $xml->endElement();
            }
            $xml->endElement();
        }
        $xml->endElement();
    }

    /** @throws BadData */
    private static function parse(string $text): \DOMDocument
    {
        if (\strlen($text) > self::MAX_BYTES) {
            throw new BadData([new Problem('', 'a name document is at most 8 MiB')]);
        }
        if (1 === preg_match('/<!ENTITY/i', $text)) {
            throw new BadData([new Problem('', 'this document defines entities, which are not expanded; take the definitions out')]);
        }
        XmlBounds::check($text);
        $before = libxml_use_internal_errors(true);
        $document = new \DOMDocument();
        $isRead = '' !== $text && $document->loadXML($text, \LIBXML_NONET | \LIBXML_COMPACT);
        $error = libxml_get_errors()[0] ?? null;
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        if (!$isRead || 'MIDINameDocument' !== $document->documentElement?->nodeName) {
            throw new BadData([
                new Problem(
                    $isRead || null === $error ? '' : "line {$error->line}",
                    $isRead ? 'this is not a MIDI name document' : 'this is not XML: '.trim($error->message ?? 'it is empty'),
                ),
            ]);
        }

        return $document;
    }

    /**
     * @param list<string> $notes
     *
     * @return array<string, mixed>|null
     */
    private static function programs(\DOMXPath $path, array &$notes): ?array
    {
        $seen = [];
        $without = $twice = 0;
        $wire = [];
        $names = [];
        $labels = [];
        foreach (self::all($path, '//PatchBank') as $bank) {
            $msb = self::attribute($path, './MIDICommands/ControlChange[@Control="0"]/@Value', $bank);
            $lsb = self::attribute($path, './MIDICommands/ControlChange[@Control="32"]/@Value', $bank);
            foreach (self::patches($path, $bank) as $patch) {
                [$ownMsb, $ownLsb, $ownProgram] = array_map(static fn (string $query): string => self::attribute($path, $query, $patch), [
                    './/ControlChange[@Control="0"]/@Value',
                    './/ControlChange[@Control="32"]/@Value',
                    './/ProgramChange/@Number',
                ]);
                $program = '' === $patch->getAttribute('ProgramChange') ? $ownProgram : $patch->getAttribute('ProgramChange');
                if (!ctype_digit($program) || (int) $program > 127 || \count($wire) >= self::MOST_PROGRAMS) {
                    ++$without;
                    continue;
                }
                $called = [self::byte('' === $ownMsb ? $msb : $ownMsb), self::byte('' === $ownLsb ? $lsb : $ownLsb), (int) $program];
                if (isset($seen[implode(' ', $called)])) {
                    ++$twice;
                    continue;
                }
                $seen[implode(' ', $called)] = true;
                $ordinal = \count($wire);
                $wire[] = [$ordinal, ...$called];
                $labels[] = '' === $patch->getAttribute('Number') ? (string) $ordinal : mb_substr($patch->getAttribute('Number'), 0, 20);
                if ('' !== trim($patch->getAttribute('Name'))) {
                    $names[(string) $ordinal] = mb_substr(trim($patch->getAttribute('Name')), 0, 200);
                }
            }
        }
        foreach ([[$without, 'without a program change from 0 to 127'], [$twice, 'called by the same messages as one before']] as [$count, $why]) {
            if ($count > 0) {
                $notes[] = "patches left out, {$why}: {$count}";
            }
        }
        if ([] === $wire) {
            return null;
        }

        return [
            'count' => \count($wire),
            'shown' => ['pattern' => '{slot}', 'firstSlot' => 0, 'size' => \count($wire), 'slotLabels' => $labels],
            'wire' => $wire,
            ...[] === $names ? [] : ['names' => (object) $names],
        ];
    }

    /** @return list<\DOMElement> those of a bank itself, or of the list that it uses by name */
    private static function patches(\DOMXPath $path, \DOMElement $bank): array
    {
        $own = self::all($path, './/Patch', $bank);
        $uses = self::attribute($path, './UsesPatchNameList/@Name', $bank);
        foreach ('' === $uses ? [] : self::all($path, '//PatchNameList') as $list) {
            if ($list->getAttribute('Name') === $uses) {
                return [...$own, ...self::all($path, './/Patch', $list)];
            }
        }

        return $own;
    }

    /**
     * @param list<string> $notes
     *
     * @return array<int, string>
     */
    private static function keyNames(\DOMXPath $path, array &$notes): array
    {
        $others = 0;
        $keys = [];
        foreach (self::all($path, '//NoteNameList//Note') as $note) {
            $number = $note->getAttribute('Number');
            if (ctype_digit($number) && (int) $number <= 127 && '' !== trim($note->getAttribute('Name'))) {
                $name = mb_substr(trim($note->getAttribute('Name')), 0, 200);
                $others += ($keys[(int) $number] ?? $name) === $name ? 0 : 1;
                $keys[(int) $number] ??= $name;
            }
        }
        ksort($keys);
        if ($others > 0) {
            $notes[] = "names of keys left out, which have another name in a list before: {$others}";
        }

        return $keys;
    }

    /**
     * @param list<string> $notes
     *
     * @return list<array<string, mixed>>
     */
    private static function parameters(\DOMXPath $path, array &$notes): array
    {
        $out = 0;
        $kinds = ['' => 'cc', '7bit' => 'cc', '14bit' => 'cc14', 'RPN' => 'rpn', 'NRPN' => 'nrpn'];
        $parameters = [];
        $seen = [];
        foreach (self::all($path, '//ControlNameList//Control') as $control) {
            $kind = $kinds[$control->getAttribute('Type')] ?? null;
            $number = $control->getAttribute('Number');
            $name = mb_substr(trim($control->getAttribute('Name')), 0, 200);
            $most = match ($kind) {
                'cc' => 119,
                'cc14' => 31,
                default => 16383,
            };
            if (null === $kind || !ctype_digit($number) || (int) $number > $most || '' === $name || isset($seen[mb_strtolower($name)])) {
                ++$out;
                continue;
            }
            $seen[mb_strtolower($name)] = true;
            $whole = [0, 'cc' === $kind ? 127 : 16383];
            $low = self::attribute($path, './Values/@Min', $control);
            $high = self::attribute($path, './Values/@Max', $control);
            $raw =
                ctype_digit($low) && ctype_digit($high) && (int) $low <= (int) $high && (int) $high <= $whole[1] ? [(int) $low, (int) $high] : $whole;
            $named = [];
            foreach (self::all($path, './Values//Value', $control) as $value) {
                $at = $value->getAttribute('Number');
                if (ctype_digit($at) && (int) $at <= $whole[1] && '' !== trim($value->getAttribute('Name'))) {
                    $named[] = [
                        'name' => mb_substr(trim($value->getAttribute('Name')), 0, 200),
                        'from' => (int) $at,
                        'to' => (int) $at,
                        'send' => (int) $at,
                    ];
                }
            }
            $rest = self::attribute($path, './Values/@Default', $control);
            $unit = self::attribute($path, './Values/@Units', $control);
            $parameters[] = [
                'name' => $name,
                'reach' => 'midi',
                'message' => ['kind' => $kind, 'number' => (int) $number],
                'raw' => $raw,
                ...[] === $named ? [] : ['named' => $named],
                ...ctype_digit($rest) && (int) $rest >= $raw[0] && (int) $rest <= $raw[1] ? ['rest' => (int) $rest] : [],
                ...'' === $unit ? [] : ['unit' => mb_substr($unit, 0, 30)],
            ];
        }

        if ($out > 0) {
            $notes[] = "controllers left out, without a number or a name of their own: {$out}";
        }

        return $parameters;
    }

    private static function byte(string $text): int|string
    {
        return ctype_digit($text) && (int) $text <= 127 ? (int) $text : 'none';
    }

    /** @return list<\DOMElement> */
    private static function all(\DOMXPath $path, string $query, ?\DOMNode $under = null): array
    {
        $found = [];
        $nodes = $path->query($query, $under);
        foreach (false === $nodes ? [] : $nodes as $node) {
            if ($node instanceof \DOMElement) {
                $found[] = $node;
            }
        }

        return $found;
    }

    private static function attribute(\DOMXPath $path, string $query, \DOMNode $under): string
    {
        $value = $path->evaluate("string({$query})", $under);

        return \is_string($value) ? trim($value) : '';
    }

    private static function first(\DOMXPath $path, string $query): string
    {
        $value = $path->evaluate("string({$query})");

        return \is_string($value) ? trim($value) : '';
    }
}

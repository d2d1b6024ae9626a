<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Table\Doubt\ChannelLeftOut;
use ZigzagPost\Core\Rig\Table\Doubt\DefaultIsNoValue;
use ZigzagPost\Core\Rig\Table\Doubt\Doubt;
use ZigzagPost\Core\Rig\Table\Doubt\HasNoNumber;
use ZigzagPost\Core\Rig\Table\Doubt\KindIsUnknown;
use ZigzagPost\Core\Rig\Table\Doubt\LeftOutBeside;
use ZigzagPost\Core\Rig\Table\Doubt\MovedByKey;
use ZigzagPost\Core\Rig\Table\Doubt\NumberOfAnotherLine;
use ZigzagPost\Core\Rig\Table\Doubt\RangeAssumed;
use ZigzagPost\Core\Rig\Table\Doubt\SentAssumed;
use ZigzagPost\Core\Rig\Table\Doubt\TakenForHalves;

/**
 * Reads a table of parameters as people have it: pasted from a spreadsheet, a text, or a file.
 *
 * Every row is taken, taken with something to look at because it was guessed, or named with what is wrong; a bad row spoils no other.
 */
final class TableReader
{
    private ?string $family = null;
    /** The heading of that family, as long as no row stands under it. */
    private ?Row $unused = null;
    /** @var array<string, int> line by title */
    private array $seen = [];
    /** @var array<string, int> line by message */
    private array $numbers = [];
    /** @var list<array<string, mixed>> */
    private array $parameters = [];
    /** @var list<ReadRow> */
    private array $rows = [];
    /** @var list<Doubt> what was guessed of the row at hand */
    private array $doubts = [];

    private function __construct(private readonly Columns $columns)
    {
    }

    /**
     * @param string $bytes in UTF-8, UTF-16 or Windows-1252
     * @param array<int, Holds> $chosen what columns hold, as somebody says, from 0
     */
    public static function read(string $bytes, array $chosen = []): ReadTable
    {
        $encoding = CharacterSet::of($bytes);
        $rows = Cells::of($encoding->text);
        $columns = Columns::find($rows, $chosen);
        $reader = new self($columns);
        $notes = null === $encoding->guessed ? [] : ["it was read as {$encoding->guessed}; look at names with accents"];
        foreach ($columns->strange() as $column) {
            $notes[] = "what stands below \"{$column->heading}\" is left out";
        }
        foreach (\array_slice($rows, $columns->firstRow) as $row) {
            $reader->row($row);
        }
        $reader->endFamily();

        return new ReadTable($reader->parameters, $reader->rows, $columns->all, $notes);
    }

    private function row(Row $row): void
    {
        if (Columns::isHeading($row)) {
            return;
        }
        $filled = $row->filled();
        $first = (string) array_values($filled)[0];
        $isAlone = 1 === \count($filled);
        if (1 === preg_match($isAlone ? '~^(#|//|\*|notes?\b|;)~i' : '~^(#\s|//|;)~', $first)) {
            return;
        }
        if ($isAlone && 1 < $this->columns->count() && null === MessageCell::of($first)->message) {
            $this->endFamily();
            $this->family = rtrim($first, ':');
            $this->unused = $row;

            return;
        }
        $this->unused = null;
        $name = $this->cell($row, Holds::Name);
        if ('' === $name) {
            $this->leaveOut($row, $first, 'has no name');

            return;
        }
        $this->doubts = $this->columns->doubts;
        $parameter = $this->parameter($row, $name);
        if (\is_string($parameter)) {
            $this->leaveOut($row, $name, $parameter);

            return;
        }
        $title = \is_string($parameter['name'] ?? null) ? $parameter['name'] : $name;
        if (isset($this->seen[mb_strtolower($title)])) {
            $this->leaveOut($row, $name, "is there already in line {$this->seen[mb_strtolower($title)]}; give one of them another name");

            return;
        }
        $this->seen[mb_strtolower($title)] = $row->line;
        $message = serialize($parameter['message'] ?? null);
        if (isset($parameter['message']) && isset($this->numbers[$message])) {
            $this->doubts[] = new NumberOfAnotherLine($this->numbers[$message]);
        }
        $this->numbers[$message] ??= $row->line;
        $this->parameters[] = $parameter;
        $this->rows[] = new ReadRow(
            $row->line,
            $name,
            [] === $this->doubts ? RowGroup::Taken : RowGroup::LookAtIt,
            $this->doubts,
            $row->cells,
            \count($this->parameters) - 1,
        );
    }

    private function leaveOut(Row $row, string $what, string $why): void
    {
        $this->rows[] = new ReadRow($row->line, $what, RowGroup::NotTaken, [], $row->cells, null, $why);
    }

    /** A heading with no row under it may have been meant as one. */
    private function endFamily(): void
    {
        if (null !== $this->unused) {
            $this->leaveOut($this->unused, (string) $this->family, 'has a name only, and was taken for a heading');
        }
    }

    private function cell(Row $row, Holds $holds): string
    {
        return $row->cell($this->columns->of($holds));
    }

    /** @return array<string, mixed>|string the parameter, or what is wrong */
    private function parameter(Row $row, string $name): array|string
    {
        $family = $this->cell($row, Holds::Family) ?: $this->family;
        $title = mb_substr(isset($this->seen[mb_strtolower($name)]) && null !== $family ? "{$family} {$name}" : $name, 0, 200);
        $message = $this->message($row);
        if (\is_string($message)) {
            return $message;
        }
        $whole = self::whole($message['kind'] ?? 'cc');
        $values = $this->values($row);
        if (\is_string($values)) {
            return $values;
        }
        $raw = $values->raw ?? $whole;
        if ($raw->high > $whole->high) {
            return "goes up to {$raw->high}; ".($message['kind'] ?? 'cc')." has values to {$whole->high}";
        }
        $parameter = ['name' => $title, 'reach' => null === $message ? 'hand' : 'midi', 'raw' => [$raw->low, $raw->high]];
        if ([] === $message) {
            $this->doubts[] = new HasNoNumber();
        } elseif (null !== $message && null === $values?->raw && !\in_array($message['kind'] ?? '', ['program', 'note', 'sysex'], true)) {
            $this->doubts[] =
                null === $values?->shown
                    ? new RangeAssumed($raw->low, $raw->high)
                    : new SentAssumed($raw->low, $raw->high);
        }
        if (null !== $family) {
            $parameter['family'] = mb_substr($family, 0, 200);
        }
        if (null !== $message && [] !== $message) {
            $parameter['message'] = $message;
        }
        $parameter += $this->meaning($row, $values, $raw);
        $remark = $this->cell($row, Holds::Remark);
        if ('' !== $remark) {
            $parameter['note'] = mb_substr($remark, 0, 500);
        }

        return $parameter;
    }

    /**
     * What values mean, and where it stands by itself.
     *
     * @return array<string, mixed>
     */
    private function meaning(Row $row, ?ValueCell $values, ValueRange $raw): array
    {
        array_push($this->doubts, ...$values->doubts ?? []);
        $meaning = [];
        if (null !== $values?->named) {
            $meaning['named'] = $values->named;
        }
        if (null !== $values?->centre) {
            $meaning['centre'] = $values->centre;
        }
        if (null !== $values?->shown) {
            $meaning['shown'] = [[$raw->low, $values->shown->low], [$raw->high, $values->shown->high]];
            $meaning['between'] = 'linear';
        }
        $unit = $values->unit ?? $this->cell($row, Holds::Unit);
        if ('' !== $unit && !MessageCell::isNone($unit)) {
            $meaning['unit'] = mb_substr($unit, 0, 30);
        }
        $rest = null !== $values?->rest ? (string) $values->rest : $this->cell($row, Holds::Rest);
        if (1 === preg_match('/^\d{1,5}$/', $rest) && (int) $rest >= $raw->low && (int) $rest <= $raw->high) {
            $meaning['rest'] = (int) $rest;
        } elseif ('' !== $rest && !MessageCell::isNone($rest)) {
            $value = array_values(
                array_filter($values->named ?? [], static fn (array $named): bool => mb_strtolower($named['name']) === mb_strtolower($rest)),
            );
            if ([] === $value) {
                $this->doubts[] = new DefaultIsNoValue($rest);
            } else {
                $meaning['rest'] = $value[0]['send'];
            }
        }

        return $meaning;
    }

    /**
     * @return array{kind?: string, number?: int, channel?: int}|string|null nothing where it is not known, null where there is none, or
     *     what is wrong
     */
    private function message(Row $row): array|string|null
    {
        $kind = $this->kind($row);
        $message = $this->halves($row, $kind) ?? $this->numbered($row, $kind);
        if (\is_array($message) && 'cc' === ($message['kind'] ?? '') && ($message['number'] ?? 0) >= 120) {
            return "{$message['number']} is a channel mode message, not a controller";
        }
        if (\is_array($message) && 'program' === ($message['kind'] ?? '') && isset($message['number'])) {
            return "is program {$message['number']}, and no parameter; names of programs go into the table of programs";
        }
        if (\is_array($message) && 'note' === ($message['kind'] ?? '') && isset($message['number'])) {
            if (null === $kind && null !== $this->columns->of(Holds::Key)) {
                return "is key {$message['number']}, and no parameter; names of keys go into the table of keys";
            }
            $this->doubts[] = new MovedByKey();
        }
        if (\is_array($message) && 'sysex' === ($message['kind'] ?? '')) {
            return 'is moved by system exclusive; write the whole message, from F0 to F7, into the chart';
        }
        $channel = $this->cell($row, Holds::Channel);
        if (\is_array($message) && [] !== $message && '' !== $channel && !MessageCell::isNone($channel)) {
            if (1 === preg_match('/^(?:ch\.?\s*)?(\d{1,2})$/i', $channel, $match) && (int) $match[1] >= 1 && (int) $match[1] <= 16) {
                $message['channel'] = (int) $match[1];
            } elseif (1 !== preg_match('/^(any|all|global|basic|base|omni|own|n|1 ?[-–.]+ ?16)$/i', $channel)) {
                $this->doubts[] = new ChannelLeftOut($channel);
            }
        }

        return $message;
    }

    /** The kind that stands in a column of its own; null where none does. */
    private function kind(Row $row): ?string
    {
        $cell = $this->cell($row, Holds::Kind);
        $kind = MessageCell::kind($cell);
        if (
            '' !== $cell
            && null === $kind
            && !MessageCell::isNone($cell)
            && null === MessageCell::of($cell)->message
            && 1 !==
                preg_match(
                    '/^(switch|toggle|fader|knob|button|pedal|continuous|slider|momentary|absolute|variable|encoder|dial|schalter|regler)$/i',
                    $cell,
                )
        ) {
            $this->doubts[] = new KindIsUnknown($cell);
        }

        return $kind;
    }

    /** @return array{kind: string, number: int}|string|null a number in two halves; null where there are none */
    private function halves(Row $row, ?string $kind): array|string|null
    {
        foreach ([[Holds::NrpnHigh, Holds::NrpnLow], [Holds::High, Holds::Low]] as [$upper, $lower]) {
            [$high, $low] = [$this->cell($row, $upper), $this->cell($row, $lower)];
            if ('' === $high.$low || (MessageCell::isNone($high) && MessageCell::isNone($low))) {
                continue;
            }
            $values = array_map(
                static fn (string $half): ?int => 1 === preg_match('/^(?:cc\s*)?#?\s*(\d{1,3})$/i', $half, $match)
                    ? (int) $match[1]
                    : (1 === preg_match('/^(?:0x|\$)?([0-9a-f]{1,2})h?$/i', $half, $match) && !ctype_digit($half)
                        ? (int) hexdec($match[1])
                        : null),
                [$high, $low],
            );
            if (null === $values[0] || null === $values[1]) {
                return "\"{$high}\" and \"{$low}\" are no two halves of a number";
            }
            if (Holds::High === $upper && \in_array($kind, [null, 'cc', 'cc14'], true) && $values[0] < 32 && $values[0] + 32 === $values[1]) {
                return ['kind' => 'cc14', 'number' => $values[0]];
            }
            if ($values[0] > 127 || $values[1] > 127) {
                return "NRPN {$high}:{$low} is no number; both halves lie between 0 and 127";
            }
            if (Holds::High === $upper && null === $kind) {
                $this->doubts[] = new TakenForHalves($high, $low);
            }

            return ['kind' => 'rpn' === $kind ? 'rpn' : 'nrpn', 'number' => ($values[0] << 7) | $values[1]];
        }

        return null;
    }

    /** @return array{kind?: string, number?: int, channel?: int}|string|null as {@see message()} */
    private function numbered(Row $row, ?string $kind): array|string|null
    {
        $isNone = false;
        foreach (
            [
                [Holds::Controller, 'cc', false],
                [Holds::ControllerHex, 'cc', true],
                [Holds::Nrpn, 'nrpn', false],
                [Holds::Rpn, 'rpn', false],
                [Holds::Key, 'note', false],
                [Holds::Program, 'program', false],
            ] as [$holds, $usual, $isHex]
        ) {
            $cell = $this->cell($row, $holds);
            if ('' === $cell) {
                continue;
            }
            if (MessageCell::isNone($cell)) {
                $isNone = true;
                continue;
            }
            $read = MessageCell::of($cell, 'cc' === $usual ? $kind ?? 'cc' : $usual, $isHex);
            if (null === $read->message) {
                return $read->problem ?? 'has no number';
            }
            array_push($this->doubts, ...$read->doubts);
            foreach ([[Holds::Key, 'key'], [Holds::Program, 'program']] as [$other, $what]) {
                $beside = $this->cell($row, $other);
                if ($other !== $holds && '' !== $beside && !MessageCell::isNone($beside)) {
                    $this->doubts[] = new LeftOutBeside($what, $beside);
                }
            }

            return $read->message;
        }
        if ($isNone) {
            return null;
        }
        if (null !== $kind) {
            return \in_array($kind, ['bend', 'pressure', 'program', 'sysex'], true) ? ['kind' => $kind] : [];
        }
        $byKind = MessageCell::of($this->cell($row, Holds::Kind))->message;

        return null !== $byKind ? $byKind : [];
    }

    private function values(Row $row): ValueCell|string|null
    {
        $unit = $this->cell($row, Holds::Unit);
        [$low, $high] = [$this->cell($row, Holds::From), $this->cell($row, Holds::To)];
        if ('' !== $low && '' !== $high && !MessageCell::isNone($low)) {
            return ValueCell::ofEnds($low, $high, $unit) ?? "\"{$low}\" to \"{$high}\" is no range";
        }
        $one = $low.$high; // a list of names may stand in the first of two columns
        if ('' !== $one && !MessageCell::isNone($one)) {
            return ValueCell::of($one) ?? "\"{$one}\" is one end of a range only; write the other as well";
        }
        $isHex = null !== $this->columns->of(Holds::RangeHex);
        $cell = $this->cell($row, Holds::Range).$this->cell($row, Holds::RangeHex);
        if ('' === $cell || MessageCell::isNone($cell)) {
            return null;
        }

        return ValueCell::of($cell, $isHex) ?? "\"{$cell}\" is no range; write 0-127, off/on, or 0 = first, 1 = second";
    }

    private static function whole(string $kind): ValueRange
    {
        return match ($kind) {
            'nrpn', 'rpn', 'cc14' => new ValueRange(0, 16383),
            'bend' => new ValueRange(-8192, 8191),
            default => ValueRange::sevenBits(),
        };
    }
}

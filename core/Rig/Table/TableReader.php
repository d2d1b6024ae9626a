<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/**
 * Reads a table of parameters as people have it: pasted from a spreadsheet, a text, or a file.
 *
 * Every row is either taken or named with what is wrong; a bad row spoils no other.
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
    /** @var list<RowReport> */
    private array $rows = [];

    private function __construct(private readonly Columns $columns)
    {
    }

    public static function read(string $text): ReadTable
    {
        $rows = Cells::of($text);
        $columns = Columns::find($rows);
        $reader = new self($columns);
        foreach ($columns->strange as $heading) {
            $reader->rows[] = new RowReport($rows[$columns->firstRow - 1]->line, $heading, false, 'is a column that nobody knows; what stands in it is left out');
        }
        foreach (\array_slice($rows, $columns->firstRow) as $row) {
            $reader->row($row);
        }
        $reader->endFamily();

        return new ReadTable($reader->parameters, $reader->rows, $columns->at);
    }

    private function row(Row $row): void
    {
        if ($this->columns->isHeading($row)) {
            return;
        }
        $filled = $row->filled();
        $first = (string) array_values($filled)[0];
        $isAlone = 1 === \count($filled);
        if (1 === preg_match($isAlone ? '~^(#|//|\*|notes?\b|;)~i' : '~^(#\s|//|;)~', $first)) {
            return;
        }
        if ($isAlone && 1 < \count($this->columns->at) && null === Numbers::of($first)) {
            $this->endFamily();
            $this->family = rtrim($first, ':');
            $this->unused = $row;

            return;
        }
        $this->unused = null;
        $name = $row->cell($this->columns->at['name'] ?? null);
        if ('' === $name) {
            $this->rows[] = new RowReport($row->line, $first, false, 'has no name');

            return;
        }
        $parameter = $this->parameter($row, $name);
        if (\is_string($parameter)) {
            $this->rows[] = new RowReport($row->line, $name, false, $parameter);

            return;
        }
        $title = \is_string($parameter['name'] ?? null) ? $parameter['name'] : $name;
        if (isset($this->seen[mb_strtolower($title)])) {
            $this->rows[] = new RowReport($row->line, $name, false, "is there already in line {$this->seen[mb_strtolower($title)]}; give one of them another name");

            return;
        }
        $this->seen[mb_strtolower($title)] = $row->line;
        $said = $parameter['said'] ?? null;
        unset($parameter['said']);
        $message = serialize($parameter['message'] ?? null);
        if (isset($parameter['message']) && isset($this->numbers[$message])) {
            $said ??= "has the number of line {$this->numbers[$message]} as well";
        }
        $this->numbers[$message] ??= $row->line;
        $this->parameters[] = $parameter;
        $this->rows[] = new RowReport($row->line, $name, true, \is_string($said) ? $said : null);
    }

    /** A heading with no row under it may have been meant as one. */
    private function endFamily(): void
    {
        if (null !== $this->unused) {
            $this->rows[] = new RowReport($this->unused->line, (string) $this->family, false, 'has a name only, and was taken for a heading');
        }
    }

    /** @return array<string, mixed>|string the parameter, or what is wrong */
    private function parameter(Row $row, string $name): array|string
    {
        $family = $row->cell($this->columns->at['family'] ?? null) ?: $this->family;
        $title = mb_substr(isset($this->seen[mb_strtolower($name)]) && null !== $family ? "{$family} {$name}" : $name, 0, 200);
        $message = $this->message($row);
        if (\is_string($message)) {
            return $message;
        }
        $whole = self::whole($message['kind'] ?? 'cc');
        $range = $this->range($row, $whole);
        if (\is_string($range)) {
            return $range;
        }
        $raw = $range->raw ?? $whole;
        if ($raw[1] > $whole[1]) {
            return "goes up to {$raw[1]}; ".($message['kind'] ?? 'cc')." has values to {$whole[1]}";
        }
        $isByHand = null === $message;
        $said = [] === $message ? 'has no number; it is taken without one' : null;
        $parameter = ['name' => $title, 'reach' => $isByHand ? 'hand' : 'midi', 'raw' => $raw];
        if (null !== $family) {
            $parameter['family'] = mb_substr($family, 0, 200);
        }
        if (null !== $message && [] !== $message) {
            $parameter['message'] = $message;
        }
        if (null !== $range?->named) {
            $parameter['named'] = $range->named;
        }
        if (null !== $range?->shown) {
            $parameter['shown'] = [[$raw[0], $range->shown[0]], [$raw[1], $range->shown[1]]];
            $parameter['between'] = 'linear';
        }
        $unit = $range->unit ?? $row->cell($this->columns->at['unit'] ?? null);
        if ('' !== $unit) {
            $parameter['unit'] = mb_substr($unit, 0, 30);
        }
        $rest = $row->cell($this->columns->at['rest'] ?? null);
        if (1 === preg_match('/^\d{1,5}$/', $rest) && (int) $rest >= $raw[0] && (int) $rest <= $raw[1]) {
            $parameter['rest'] = (int) $rest;
        } elseif ('' !== $rest && !Numbers::isNone($rest)) {
            $value = array_values(array_filter($range->named ?? [], static fn (array $named): bool => mb_strtolower($named['name']) === mb_strtolower($rest)));
            $said ??= [] === $value ? "the default \"{$rest}\" is none of its values; it is taken without one" : null;
            if ([] !== $value) {
                $parameter['rest'] = $value[0]['send'];
            }
        }
        $note = $row->cell($this->columns->at['note'] ?? null);
        if ('' !== $note) {
            $parameter['note'] = mb_substr($note, 0, 500);
        }

        return [...$parameter, ...(null === $said ? [] : ['said' => $said])];
    }

    /** @return array{kind: string, number?: int}|array{}|string|null nothing where it is not known, null where there is none, or what is wrong */
    private function message(Row $row): array|string|null
    {
        $at = $this->columns->at;
        [$msb, $lsb] = [$row->cell($at['nrpn msb'] ?? null), $row->cell($at['nrpn lsb'] ?? null)];
        $cc = $row->cell($at['cc'] ?? null);
        $nrpn = $row->cell($at['nrpn'] ?? null);
        $kind = $row->cell($at['kind'] ?? null);
        [$coarse, $fine] = [$row->cell($at['msb'] ?? null), $row->cell($at['lsb'] ?? null)];
        $isPair = ctype_digit($coarse) && ctype_digit($fine) && (int) $coarse < 32 && (int) $fine === (int) $coarse + 32;
        if ($isPair && !str_contains(mb_strtolower($kind), 'nrpn')) {
            return ['kind' => 'cc14', 'number' => (int) $coarse];
        }
        [$msb, $lsb] = '' === $msb.$lsb ? [$coarse, $fine] : [$msb, $lsb];
        $cell = '' !== $cc && !Numbers::isNone($cc) ? $cc : $nrpn;
        if (('' === $cell || Numbers::isNone($cell)) && ctype_digit($msb) && ctype_digit($lsb)) {
            return (int) $msb > 127 || (int) $lsb > 127 ? "NRPN {$msb}:{$lsb} is no number; both halves lie between 0 and 127" : ['kind' => 'nrpn', 'number' => (int) $msb << 7 | (int) $lsb];
        }
        if ('' === $cell) {
            $byKind = '' === $kind ? null : Numbers::of($kind);

            return null !== $byKind && !isset($byKind['number']) ? $byKind : (Numbers::isNone($cc) ? null : []);
        }
        if (Numbers::isNone($cell)) {
            return null;
        }
        $usual = $cell === $cc ? (str_contains(mb_strtolower($kind), 'nrpn') ? 'nrpn' : 'cc') : 'nrpn';
        $message = Numbers::of($cell, $usual);
        if (null === $message) {
            return 1 === preg_match('/^\d+\s*[-–.]+\s*\d+$/', $cell) ? "\"{$cell}\" is several numbers; write a row for each" : "\"{$cell}\" is no number of a controller (0 to 119) or a parameter";
        }
        if ('cc' === $message['kind'] && ($message['number'] ?? 0) >= 120) {
            return "{$cell} is a channel mode message, not a controller";
        }

        return $message;
    }

    /** @param array{int, int} $whole */
    private function range(Row $row, array $whole): ValueRange|string|null
    {
        $at = $this->columns->at;
        $unit = $row->cell($at['unit'] ?? null);
        [$low, $high] = [$row->cell($at['low'] ?? null), $row->cell($at['high'] ?? null)];
        if ('' !== $low && '' !== $high) {
            return ValueRange::ofEnds($low, $high, $unit) ?? "\"{$low}\" to \"{$high}\" is no range";
        }
        $one = $low.$high; // a list of names may stand in the first of two columns
        if ('' !== $one && !Numbers::isNone($one)) {
            return ValueRange::of($one) ?? "\"{$one}\" is one end of a range only; write the other as well";
        }
        $cell = $row->cell($at['range'] ?? null);
        if ('' === $cell || Numbers::isNone($cell)) {
            return null;
        }

        return ValueRange::of($cell) ?? "\"{$cell}\" is no range; write 0-127, off/on, or 0 = first, 1 = second";
    }

    /** @return array{int, int} */
    private static function whole(string $kind): array
    {
        return match ($kind) {
            'nrpn', 'rpn', 'cc14' => [0, 16383],
            'bend' => [-8192, 8191],
            default => [0, 127],
        };
    }
}

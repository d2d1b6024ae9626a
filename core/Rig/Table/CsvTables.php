<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\NamedValue;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;

/** A chart as tables, one for each of its lists; an empty cell is unknown, "-" is none. */
final class CsvTables
{
    /** @return array<string, string> CSV by file name */
    public static function of(Chart $chart): array
    {
        $tables = [];
        if (null !== $chart->parameters) {
            $tables['parameters.csv'] = self::csv(['Name', 'Group', 'Message', 'Range', 'Unit', 'Default', 'Notes'], array_map(self::parameter(...), $chart->parameters));
        }
        if (null !== $chart->surface) {
            $tables['controls.csv'] = self::csv(['Name', 'Sort', 'Layer', 'Message', 'Values', 'Lamp'], array_map(self::control(...), $chart->surface->controls));
        }
        if (null !== $chart->programs) {
            $rows = [];
            for ($ordinal = 0; $ordinal < min($chart->programs->count, 16384); ++$ordinal) {
                $bytes = $chart->programs->bytes($ordinal);
                $rows[] = [(string) $ordinal, null === $chart->programs->shown ? '' : $chart->programs->label($ordinal), $chart->programs->names[$ordinal] ?? '', ...(null === $bytes ? ['', '', ''] : array_map(static fn (?int $byte): string => null === $byte ? '-' : (string) $byte, $bytes))];
            }
            $tables['programs.csv'] = self::csv(['Place', 'Shown', 'Name', 'MSB', 'LSB', 'Program'], $rows);
        }
        if (null !== $chart->keys) {
            $rows = [];
            for ($key = $chart->keys->low; $key <= $chart->keys->high; ++$key) {
                $rows[] = [(string) $key, $chart->keys->names[$key] ?? ''];
            }
            $tables['keys.csv'] = self::csv(['Key', 'Name'], $rows);
        }

        return $tables;
    }

    /** @return list<string> */
    private static function parameter(Parameter $parameter): array
    {
        $shown = $parameter->shown ?? [];
        $range = "{$parameter->raw[0]}-{$parameter->raw[1]}";
        if (null !== $parameter->named && [] !== $parameter->named) {
            $range = implode('; ', array_map(static fn (NamedValue $named): string => ($named->from === $named->to ? (string) $named->from : "{$named->from}-{$named->to}").($named->send === ValueRange::usual($named->from, $named->to) ? '' : "@{$named->send}")." = {$named->name}", $parameter->named));
        } elseif (2 === \count($shown)) {
            $range = self::shown($shown[0][1]).'..'.self::shown($shown[1][1]).' '.($parameter->unit ?? '');
        }

        return [$parameter->name, $parameter->family ?? '', Reach::Hand === $parameter->reach ? '-' : self::message($parameter->message), trim($range), $parameter->unit ?? '', (string) ($parameter->rest ?? ''), $parameter->note ?? ''];
    }

    /** @return list<string> */
    private static function control(Control $control): array
    {
        $message = $control->message();

        return [$control->name, $control->sort->value, $control->layer ?? '', self::message($message), null === $message?->values ? '' : implode('-', $message->values), null === $control->lamp ? '' : self::message($control->lamp->message)];
    }

    private static function message(?Message $message): string
    {
        if (null === $message) {
            return '';
        }
        $number = $message->number;

        return match ($message->kind->value) {
            'bend' => 'Pitch bend',
            'pressure' => 'Channel pressure',
            'cc14' => "CC {$number}/".($number + 32),
            'nrpn', 'rpn' => strtoupper($message->kind->value).' '.(null === $number ? '' : ($number >> 7).':'.($number & 0x7F)),
            'cc' => "CC {$number}",
            default => trim("{$message->kind->value} {$number}"),
        };
    }

    private static function shown(float $number): string
    {
        return floor($number) === $number ? \sprintf('%d.0', (int) $number) : (string) $number;
    }

    /**
     * @param list<string> $heading
     * @param list<list<string>> $rows
     */
    private static function csv(array $heading, array $rows): string
    {
        $stream = fopen('php://memory', 'w+');
        if (false === $stream) {
            return '';
        }
        foreach ([$heading, ...$rows] as $row) {
            fputcsv($stream, $row, ',', '"', '');
        }
        rewind($stream);
        $csv = (string) stream_get_contents($stream);
        fclose($stream);

        return $csv;
    }
}

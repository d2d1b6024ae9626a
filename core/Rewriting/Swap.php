<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rewriting;

use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Index\ProgramNames;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Change\Rename;
use ZigzagPost\Core\Rulebook\Rulebook;

/** A unit gets another chart, or a newer one of its kind: what rules name of it, and what that would be called then. */
final class Swap
{
    /** How alike two titles must be, in per cent, for one to be proposed for the other. */
    private const ALIKE = 60;

    /**
     * @return list<array{what: string, title: string, lines: list<int>, to: string|null, why: string}> each thing that rules name, once;
     *     null where nothing fits
     */
    public static function matches(Rulebook $book, Device $from, Chart $to): array
    {
        $new = new Device($from->unit, $to);
        $used = [];
        foreach (Rename::titlesOf($book, $from->name) as ['what' => $what, 'title' => $title]) {
            $key = "{$what} ".Title::key($title->text);
            $used[$key]['what'] = $what;
            $used[$key]['lines'][] = $title->span->line;
            $used[$key]['title'] = $title->text;
        }
        $matches = [];
        foreach ($used as $each) {
            $what = $each['what'];
            $match = match ($what) {
                'control' => self::control($from->control($each['title']), $each['title'], $new),
                'parameter' => self::parameter($from->parameter($each['title']), $each['title'], $new),
                default => self::program($each['title'], $new),
            };
            $matches[] = [
                'what' => $what,
                'title' => $each['title'],
                'lines' => array_values(array_unique($each['lines'])),
                'to' => $match->to,
                'why' => $match->why,
            ];
        }

        return $matches;
    }

    /**
     * What can be named instead, by what it is.
     *
     * @return array{control: list<string>, parameter: list<string>, program: list<string>}
     */
    public static function titles(Device $from, Chart $to): array
    {
        return [
            'control' => array_map(static fn (Control $control): string => $control->name, $to->surface->controls ?? []),
            'parameter' => array_map(static fn (Parameter $parameter): string => $parameter->name, $to->parameters ?? []),
            'program' => null === $to->programs ? [] : \array_slice(ProgramNames::titles(new Device($from->unit, $to), $to->programs), 0, 1000),
        ];
    }

    /** @return list<string> settings of the unit that the other chart does not have, or not with that value */
    public static function lostSettings(Device $from, Chart $to): array
    {
        $lost = [];
        foreach ($from->unit->settings as $id => $chosen) {
            $setting = $to->setting((string) $id);
            if (null === $setting || !$setting->allows($chosen->value)) {
                $lost[] = (string) $id;
            }
        }

        return $lost;
    }

    private static function control(?Control $was, string $title, Device $new): SwapMatch
    {
        $messages = [];
        foreach ($new->chart->surface->controls ?? [] as $control) {
            $messages[$control->name] = $control->message();
        }

        return self::nearest($title, $was?->message(), null !== $new->control($title), $messages);
    }

    private static function parameter(?Parameter $was, string $title, Device $new): SwapMatch
    {
        $messages = $raws = [];
        foreach ($new->chart->parameters ?? [] as $parameter) {
            $messages[$parameter->name] = $parameter->message;
            $raws[$parameter->name] = $parameter->raw;
        }
        $match = self::nearest($title, $was?->message, null !== $new->parameter($title), $messages);
        $raw = $raws[$new->parameter($match->to ?? '')->name ?? ''] ?? null;

        return null !== $raw && null !== $was && $raw != $was->raw
            ? new SwapMatch($match->to, "{$match->why}; raw {$was->raw->low} to {$was->raw->high} becomes {$raw->low} to {$raw->high}")
            : $match;
    }

    private static function program(string $title, Device $new): SwapMatch
    {
        $programs = $new->chart->programs;
        $found = null === $programs ? [] : ProgramNames::find($new, $programs, $title);

        return match (\count($found)) {
            0 => new SwapMatch(null, 'it has no such program'),
            1 => new SwapMatch($title, 'same name'),
            default => new SwapMatch(null, 'several programs are called so'),
        };
    }

    /**
     * @param array<string, Message|null> $messages by title
     */
    private static function nearest(string $title, ?Message $message, bool $isThere, array $messages): SwapMatch
    {
        if ($isThere) {
            return new SwapMatch($title, 'same name');
        }
        foreach ($messages as $other => $each) {
            if (null !== $message && $each?->kind === $message->kind && $each->number === $message->number && $each->sysex === $message->sysex) {
                return new SwapMatch((string) $other, 'same message');
            }
        }
        $best = null;
        $most = self::ALIKE;
        foreach (array_map(strval(...), array_keys($messages)) as $other) {
            similar_text(Title::key($title), Title::key($other), $percent);
            [$best, $most] = $percent > $most ? [$other, $percent] : [$best, $most];
        }

        return null === $best ? new SwapMatch(null, 'nothing like it') : new SwapMatch($best, 'similar name');
    }
}

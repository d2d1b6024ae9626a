<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\PedalShortfall;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Finding\Fact\PedalFallsShort;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Travel;
use ZigzagPost\Core\Rig\Document\Measured;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\RigWorld;

/**
 * Pedals and wheels that do not reach an end: what they would move if they reached the ends that their chart gives, less what they do
 * move with the ends that were measured, after all rules and in every scene.
 */
final class PedalsThatFallShort implements RigCheck
{
    private const MOST_SCENES = 64;
    private const AT_US = 10_000_000;

    public function findings(RigAnalysis $analysis): iterable
    {
        if ($analysis->checked()->hasErrors()) {
            return;
        }
        $book = null;
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->unit->measured ?? [] as $title => $measured) {
                $control = $box->control((string) $title);
                $message = null === $control ? null : $analysis->index()->controls->of($box, $control)->message();
                if (null === $control || null === $message) {
                    continue;
                }
                $short = $this->short(
                    $analysis,
                    $book ??= $analysis->compiled(),
                    $message,
                    $box->messageOf($control)->values ?? Travel::of($message->kind),
                    $measured,
                );
                if ([] !== $short) {
                    yield new RigFinding(new PedalFallsShort($box->name, (string) $title, $measured->heel, $measured->toe, $short));
                }
            }
        }
    }

    /**
     * @return list<string> what does not get where it should
     */
    private function short(RigAnalysis $analysis, CompiledBook $book, ControlMessage $message, Travel $ideal, Measured $measured): array
    {
        $short = [];
        foreach (array_keys(\array_slice($book->scenes(), 0, self::MOST_SCENES)) ?: [0] as $scene) {
            foreach (
                [
                    ['at the heel', $ideal->last, $ideal->first, $measured->toe, $measured->heel],
                    ['at the toe', $ideal->first, $ideal->last, $measured->heel, $measured->toe],
                ] as [$where, $fromIdeal, $toIdeal, $from, $to]
            ) {
                $wanted = $this->values($analysis, $book, $scene, $message, $fromIdeal, $toIdeal);
                $reached = $this->values($analysis, $book, $scene, $message, $from, $to);
                foreach ($wanted as $unit => $values) {
                    foreach ($values as $title => $value) {
                        $parameter = $analysis->setup->box((string) $unit)?->parameter((string) $title);
                        $is = $reached[$unit][$title] ?? $value;
                        if (null !== $parameter && $is !== $value) {
                            $short["{$unit} {$title} {$where}"] ??=
                                "{$where} \"{$title}\" of {$unit} gets to {$is} and not to {$value}, ".
                                PedalShortfall::error($parameter, $value, $is).
                                ' short';
                        }
                    }
                }
            }
        }

        return array_values($short);
    }

    /** @return array<string, array<string, int>> where parameters stand after a control went from one value to another, by unit */
    private function values(RigAnalysis $analysis, CompiledBook $book, int $scene, ControlMessage $message, int $from, int $to): array
    {
        $world = new RigWorld($analysis->setup, $book);
        if ($scene > 0) {
            $world->go(self::AT_US, $scene);
        }
        foreach ([$from, $to] as $index => $value) {
            $world->play(self::AT_US * ($index + 2), (int) $book->inPort($message->ports[0]), Hand::at($message, $value));
        }

        return array_map(static fn ($device): array => $device->values(), $world->devices);
    }
}

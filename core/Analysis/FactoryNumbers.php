<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\Unit;
use ZigzagPost\Core\Rig\Index\ChartMessages;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\PostStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Text\Written;

/** Whose numbers those in rules were, as boxes come from the factory, before the plan gave out others; and the rules by name. */
final readonly class FactoryNumbers
{
    public function __construct(private RigAnalysis $analysis)
    {
    }

    /**
     * The controls that a selector was written for, where each of its numbers was one control's and is nobody's now.
     *
     * @param list<string> $ports
     */
    public function controls(Selector $selector, array $ports): ?ControlsOfUnit
    {
        if (
            1 !== \count($selector->kinds)
            || [] !== array_diff(array_keys($selector->lists), ['channel'])
            || null !== $selector->gesture
            || $selector->changed
            || null !== $selector->where
        ) {
            return null;
        }
        $numbers = $selector->kinds[0]->numbers;
        $kind = Kind::tryFrom($selector->kinds[0]->word->text);
        if (null === $numbers || null === $kind || !$kind->hasNumber() || [] === $numbers->numbers()) {
            return null;
        }
        $units = [];
        $controls = [];
        foreach ($numbers->numbers() as $number) {
            $were = [];
            foreach ($this->senders($ports) as $box) {
                foreach ($box->chart->surface->controls ?? [] as $control) {
                    if ($this->sends($box, $control, $kind, $number, $selector)) {
                        return null; // somebody sends it still
                    }
                    if ($this->sends(self::asItComes($box), $control, $kind, $number, $selector)) {
                        $were[] = [$box, $control];
                    }
                }
            }
            if (1 !== \count($were)) {
                return null;
            }
            [$box, $controls[]] = $were[0];
            $units[$box->name] = $box;
        }

        return 1 === \count($units) ? new ControlsOfUnit(array_values($units)[0], $controls) : null;
    }

    public function named(Selector $selector, ControlsOfUnit $were): RigFix
    {
        [$box, $controls] = [$were->unit, $were->controls];
        $titles = implode(', ', array_map(static fn (Control $control): string => "\"{$control->name}\"", $controls));

        return $this->line($selector->span->line, ($selector->isCopy ? 'copy' : 'take')." {$box->name} {$titles}");
    }

    /** The device that answered on a channel of an out port as it came, and does not now, where there is just one. */
    public function device(string $port, int $channel): ?Device
    {
        $were = [];
        foreach ($this->analysis->graph->waysFrom(new Socket(LeadEnd::POST, $port, true))->ways as $way) {
            foreach ($this->analysis->graph->partsAt($way[\count($way) - 1]->to) as $hearing) {
                [$box, $part] = [$hearing->unit, $hearing->part];
                $was = self::asItComes($box)->channel($part->channel);
                if ($was === $channel && $box->channel($part->channel) !== $channel) {
                    $were[$box->name] = $box;
                }
            }
        }

        return 1 === \count($were) ? array_values($were)[0] : null;
    }

    public function played(SendStep $step, Device $box): ?RigFix
    {
        return 1 === \count($step->ports()) && 1 === \count($step->channels() ?? []) && 'jump' === $step->takeover()
            ? $this->line($step->span->line, "play {$box->name}")
            : null;
    }

    /**
     * The parameter that had a number as its device came, and has another one now, where there is just one.
     *
     * @param list<Device> $boxes
     */
    public function parameter(array $boxes, Kind $kind, int $number): ?ParameterOf
    {
        $were = [];
        foreach ($boxes as $box) {
            foreach ($box->chart->parameters ?? [] as $parameter) {
                $came = self::asItComes($box)->messageTo($parameter);
                if ($came?->kind->midi() === $kind && $came->number === $number && $box->messageTo($parameter)?->number !== $number) {
                    $were["{$box->name} {$parameter->name}"] = new ParameterOf($box, $parameter);
                }
            }
        }

        return 1 === \count($were) ? array_values($were)[0] : null;
    }

    public function turned(PostStep $step, ParameterOf $was, Written $value): ?RigFix
    {
        return 1 === \count($step->ports()) && !$step->isLater()
            ? $this->line($step->span->line, "turn {$was->unit->name} \"{$was->parameter->name}\" to {$value->text}")
            : null;
    }

    /** Another text for a line; its indentation and its comment stay. */
    private function line(int $number, string $text): RigFix
    {
        $line = explode("\n", $this->analysis->setup->rig->rulebook ?? '')[$number - 1] ?? '';
        $from = mb_strlen($line) - mb_strlen(ltrim($line));
        $to = mb_strlen(rtrim(explode('#', $line, 2)[0]));

        return new RigFix("Write “{$text}” in line {$number}", [], [new Edit($number, $from + 1, $number, $to + 1, $text)]);
    }

    private function sends(Device $box, Control $control, Kind $kind, int $number, Selector $selector): bool
    {
        return [] !==
            array_filter(ChartMessages::of($box, $control), static function (Message $message) use ($box, $kind, $number, $selector): bool {
                $channel = $box->channel($message->channel ?? $box->sendsOf($message->kind)?->channel);

                return $message->kind->midi() === $kind
                    && $message->number === $number
                    && (!isset($selector->lists['channel']) || (\is_int($channel) && $selector->lists['channel']->contains($channel)));
            });
    }

    /**
     * @param list<string> $ports
     *
     * @return list<Device> units that come in there
     */
    private function senders(array $ports): array
    {
        return array_values(
            array_filter($this->analysis->setup->boxes, function (Device $box) use ($ports): bool {
                foreach ($box->isPost() ? [] : $this->analysis->graph->sources($box) as $socket) {
                    foreach ($this->analysis->graph->waysFrom($socket)->ways as $way) {
                        $end = $way[\count($way) - 1]->to;
                        if (LeadEnd::POST === $end->unit && \in_array(Post::port($end->at)->port, $ports, true)) {
                            return true;
                        }
                    }
                }

                return false;
            }),
        );
    }

    private static function asItComes(Device $box): Device
    {
        return new Device(new Unit($box->unit->name, $box->unit->chart), $box->chart);
    }
}

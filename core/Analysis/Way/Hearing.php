<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Width;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Plan\BeyondSixteen;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Whether devices can hear what leaves the post, and why not: on each way the first thing that stands in it. */
final readonly class Hearing
{
    /** @param list<string> $broken ids of leads over which nothing goes */
    public function __construct(private RigAnalysis $analysis, private array $broken)
    {
    }

    /**
     * What emissions are meant for, or would move if nothing stood in the way, and whether anything can get there.
     *
     * @param list<Emission> $emissions
     *
     * @return array<string, Aimed> by the key of where it could arrive
     */
    public function targets(array $emissions): array
    {
        $targets = [];
        foreach ($emissions as $emission) {
            foreach ($this->analysis->setup->boxes as $box) {
                foreach ($this->meant($emission, $box) as $meant) {
                    $known = $targets[$meant->at->key()] ?? null;
                    $inTheWay = null === $known ? $this->inTheWay($emissions, $box, $meant->kind, $meant->number, $meant->parameter) : $known->inTheWay;
                    $targets[$meant->at->key()] = new Aimed($meant->at, $inTheWay, true === $known?->isNamed || $emission->isOwn);
                }
            }
        }

        return $targets;
    }

    /** @return list<Meant> */
    private function meant(Emission $emission, Device $box): array
    {
        if (
            $box->isPost()
            || (null !== $emission->device && $emission->device !== $box->name)
            || null === $emission->kind
            || [] === $this->ways($emission->port, $box)
        ) {
            return [];
        }
        $meant = [];
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $message = $box->messageTo($parameter);
            $kind = $message?->kind->midi();
            $isNamed =
                null === $emission->title ? null !== $emission->number || !$emission->kind->hasNumber() : $emission->title === $parameter->name;
            if (
                $isNamed
                && null !== $message
                && $kind === $emission->kind
                && ($message->number === $emission->number || null !== $emission->title || !$kind->hasNumber())
            ) {
                $meant[] = new Meant(Destination::parameter($box->name, $parameter->name), $kind, $message->number, $parameter);
            }
        }
        if (Kind::Note === $emission->kind && null === $emission->title) {
            $meant[] = new Meant(Destination::note($box->name), Kind::Note, null, null);
        } elseif (Kind::Program === $emission->kind && null === $emission->title && null !== $box->chart->programs) {
            $meant[] = new Meant(Destination::program($box->name), Kind::Program, null, null);
        }

        return $meant;
    }

    /**
     * @param list<Emission> $emissions
     *
     * @return list<string>|null
     */
    private function inTheWay(array $emissions, Device $box, Kind $kind, ?int $number, ?Parameter $parameter): ?array
    {
        $reasons = [];
        foreach ($emissions as $emission) {
            $moves = $emission->canBe($kind, $number);
            $recalls = null !== $parameter && false !== $parameter->stored && null !== $box->chart->programs && $emission->canBe(Kind::Program, null);
            foreach ($moves || $recalls ? $this->ways($emission->port, $box) : [] as $open) {
                [$way, $part] = [$open->way, $open->part];
                $reason = $this->reason($way, $box, $part, $emission, $moves ? $kind : Kind::Program);
                if (null === $reason) {
                    return null;
                }
                $reasons[$reason] = true;
            }
        }

        return array_map(strval(...), array_keys($reasons));
    }

    /**
     * What stands first in one way.
     *
     * @param list<Hop> $way
     */
    public function reason(array $way, Device $box, Hears $part, Emission $emission, Kind $kind): ?string
    {
        $obstacle = $this->obstacle($way);
        if (null !== $obstacle) {
            return $obstacle;
        }
        $name = KindName::tryFrom($kind->value);
        $sent = null === $emission->kind ? null : KindName::onTheWire($emission->kind);
        foreach ($way as $hop) {
            if (null !== $sent && $hop->blocks($sent)) {
                return "{$hop->from->unit} does not pass {$sent->value} on";
            }
        }
        if (null !== $emission->channel && $emission->kind?->hasChannel()) {
            $answered = $this->answered($box, $part);
            if (0 !== $answered && 0 === (($answered >> ($emission->channel - 1)) & 1)) {
                return "{$box->name} answers on MIDI channel ".
                    Channels::print($answered).
                    ", and {$emission->words()} comes on {$emission->channel}";
            }
        }
        if ($emission->kind?->hasChannel() && BeyondSixteen::isGone($box, $part)) {
            return "{$box->name} would answer beyond MIDI channel 16";
        }
        if (null !== $name && null !== $part->kinds && false === $box->understands($part, $name) && $emission->kind === $kind) {
            $switch = $box->switchOf($part, $name);

            return \is_string($switch)
                ? "{$box->name} does not receive {$kind->value} while {$switch} is off"
                : "{$box->name} does not receive {$kind->value}";
        }
        $keys = $box->chart->keys;
        if (
            Kind::Note === $emission->kind
            && Kind::Note === $kind
            && null !== $keys
            && null !== $emission->number
            && ($emission->number < $keys->low || $emission->number > $keys->high)
        ) {
            return "key {$emission->number} is out of the range of {$box->name}, {$keys->low} to {$keys->high}";
        }

        return null;
    }

    /**
     * The lead or the unit at which a way ends early.
     *
     * @param list<Hop> $way
     */
    public function stop(array $way): ?string
    {
        foreach ($way as $hop) {
            if (null !== $this->obstacle([$hop])) {
                return null !== $hop->off ? $hop->from->unit : $hop->lead?->id;
            }
        }

        return null;
    }

    /** @param list<Hop> $way */
    public function obstacle(array $way): ?string
    {
        foreach ($way as $hop) {
            if (null !== $hop->off) {
                return "{$hop->off} of {$hop->from->unit} is off";
            }
            if (null !== $hop->lead && \in_array($hop->lead->id, $this->broken, true)) {
                return "the lead {$hop->lead->id} does not work";
            }
        }

        return null;
    }

    /** Why it is not known whether anything gets to a device at all, if that is so. */
    public function unknown(string $device, Kind $kind): ?string
    {
        $box = $this->analysis->setup->box($device);
        $unknown = null;
        if (null === $box) {
            return null;
        }
        foreach ($this->analysis->checked()->book->portNames(false) as $port) {
            foreach ($this->ways($port, $box) as $open) {
                [$way, $part] = [$open->way, $open->part];
                if (null !== $this->obstacle($way)) {
                    continue;
                }
                $missing = self::missing($way) ?? $this->missingSwitch($box, $part, $kind);
                if (null === $missing) {
                    return null;
                }
                $unknown ??= $missing;
            }
        }

        return $unknown;
    }

    /** @param list<Hop> $way */
    public static function missing(array $way): ?string
    {
        foreach ($way as $hop) {
            if (null !== $hop->unknown) {
                return $hop->unknown;
            }
        }

        return null;
    }

    public function missingSwitch(Device $box, Hears $part, Kind $kind): ?string
    {
        $switch = $box->switchOf($part, KindName::from($kind->value));

        return \is_string($switch) && null === $box->isOn($switch) ? "the setting {$switch} of {$box->name}" : null;
    }

    /**
     * Why nothing at all hears emissions; null where something may.
     *
     * @param list<Emission> $emissions
     */
    public function unheard(array $emissions): ?string
    {
        $reasons = [];
        foreach ($emissions as $emission) {
            $isHeard = false;
            foreach ($this->analysis->setup->boxes as $box) {
                foreach ($box->isPost() ? [] : $this->ways($emission->port, $box) as $open) {
                    [$way, $part] = [$open->way, $open->part];
                    $isHeard = true;
                    $reason = $this->obstacle($way);
                    foreach (null !== $reason ? [] : $this->movedBy($emission, $box) as $kind) {
                        $reason = $this->reason($way, $box, $part, $emission, $kind);
                        if (null === $reason) {
                            return null;
                        }
                    }
                    $reasons[$reason ?? "nothing of {$box->name} is moved by {$emission->words()}"] = true;
                }
            }
            $reasons += $isHeard ? [] : ["no lead leads from the port {$emission->port} to a device" => true];
        }

        return [] === $reasons ? null : implode('; ', array_keys($reasons));
    }

    /**
     * Whether anything could move a parameter, if nothing stood in its way.
     *
     * @param list<Emission> $emissions
     */
    public function isMeant(array $emissions, Device $box, Kind $kind, ?int $number): bool
    {
        return [] !==
            array_filter($emissions, fn (Emission $emission): bool => $emission->canBe($kind, $number) && [] !== $this->ways($emission->port, $box));
    }

    /** @return list<Kind> as what a device may take an emission */
    private function movedBy(Emission $emission, Device $box): array
    {
        $kinds = [];
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $message = $box->messageTo($parameter);
            $kind = $message?->kind->midi();
            if (null !== $message && null !== $kind && $emission->canBe($kind, $message->number)) {
                $kinds[] = $kind;
            }
        }

        return [
            ...$kinds,
            ...$emission->canBe(Kind::Note, null) ? [Kind::Note] : [],
            ...$emission->canBe(Kind::Program, null) && null !== $box->chart->programs ? [Kind::Program] : [],
        ];
    }

    /** @return int channels on which a part answers; 0 where that is not known */
    private function answered(Device $box, Hears $part): int
    {
        $own = $box->channel($part->channel);
        $changes = \is_array($part->width) && [] !== array_filter($part->width, static fn (Width $width): bool => null !== $width->program);

        return $changes || (null === $own && null === $part->zone) ? 0 : Channels::answered($box, $part, $own);
    }

    /** @return list<WayToPart> ways from an out port to a device, open or not */
    private function ways(string $port, Device $box): array
    {
        $found = [];
        foreach ($this->analysis->graph->waysFrom(new Socket(LeadEnd::POST, $port, true))->ways as $way) {
            foreach ($this->analysis->graph->partsAt($way[\count($way) - 1]->to) as $hearing) {
                [$at, $part] = [$hearing->unit, $hearing->part];
                if ($at->name === $box->name) {
                    $found[] = new WayToPart($way, $part);
                }
            }
        }

        return $found;
    }
}

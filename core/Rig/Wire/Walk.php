<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Chart\Power;
use ZigzagPost\Core\Rig\Chart\PowerWay;
use ZigzagPost\Core\Rig\Chart\Role;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;

/** Judges a lead, from the plug at one end through its cables and adapters to the plug at the other. */
final class Walk
{
    /** Longest DIN lead of the specification, in metres. */
    private const LONGEST_DIN_M = 15.0;
    private const LONGEST_USB_M = 5.0;

    /** @param list<ResolvedLead> $joints all leads of the rig: what mends this one harms none of them */
    public static function judge(ResolvedLead $joint, array $joints): Judgement
    {
        $judgement = self::found($joint);
        if (null === $joint->a || null === $joint->b) {
            return $judgement;
        }
        $judgement = self::untilTicked($joint, $joint->a, $joint->b) ?? $judgement;

        return new Judgement(
            $judgement->verdict,
            $judgement->reason,
            $judgement->contact,
            \in_array($judgement->verdict, [Verdict::Dead, Verdict::MayDamage], true) && self::found($joint)->verdict === $judgement->verdict
                ? Mending::cheapest($joint->a, $joint->b, $joint, $joints)
                : null,
            self::warnings($joint),
            self::cautions($joint),
            self::continuity($joint->a, $joint->b, $joint->lead->parts),
            $judgement->unknown,
            $judgement->wrong,
        );
    }

    /** What may damage does so until the setting that cures it is ticked: a planned value is only a wish. Null where nothing waits for a tick. */
    private static function untilTicked(ResolvedLead $joint, End $a, End $b): ?Judgement
    {
        $now = self::found(new ResolvedLead($joint->lead, self::asTicked($a), self::asTicked($b), null));
        if (Verdict::MayDamage !== $now->verdict || Verdict::MayDamage === self::found($joint)->verdict) {
            return null;
        }
        $planned = [];
        foreach ([$a, $b] as $end) {
            foreach (self::decisive($end) as $title) {
                $planned[] = "{$title} of {$end->box->name}";
            }
        }

        return Judgement::mayDamage(
            "{$now->reason}; ".implode(' and ', $planned).(1 === \count($planned) ? ' is' : ' are').' only planned: set it on the box and tick it first',
            $now->contact,
        );
    }

    private static function asTicked(End $end): End
    {
        return $end->as($end->box->asTicked()->use($end->plug));
    }

    /** @return list<string> titles of settings that are planned and decide what a plug is */
    private static function decisive(End $end): array
    {
        $titles = [];
        foreach ($end->plug->uses as $use) {
            foreach (array_keys($use->when ?? []) as $setting) {
                $chosen = $end->box->unit->settings[$setting] ?? null;
                if (null !== $chosen && !$chosen->state->isTicked()) {
                    $titles[(string) $setting] = $end->box->chart->setting((string) $setting)->title ?? (string) $setting;
                }
            }
        }

        return array_values($titles);
    }

    public static function verdict(ResolvedLead $joint): Verdict
    {
        return self::found($joint)->verdict;
    }

    private static function found(ResolvedLead $joint): Judgement
    {
        if (null === $joint->a || null === $joint->b) {
            return Judgement::dead($joint->dangling ?? 'an end hangs loose');
        }
        $judgement = self::between($joint->a, $joint->b, $joint->lead->parts);

        return Verdict::Works === $judgement->verdict && self::isTooLong($joint)
            ? Judgement::unknown(
                'whether it works over this length',
                "a DIN lead of {$joint->lead->leastM()} m is longer than the 15 m of the specification; try it with a burst that fills it",
            )
            : $judgement;
    }

    /**
     * @param list<Part> $parts
     *
     * @return Judgement|null that of a lead which is dead in every mode that its plugs may be in; null where one of them may work
     */
    private static function howeverSet(End $a, End $b, array $parts): ?Judgement
    {
        $dead = null;
        foreach ($a->possible() as $use) {
            foreach ($b->possible() as $other) {
                $judged = self::between($a->as($use), $b->as($other), $parts);
                if (Verdict::Dead !== $judged->verdict) {
                    return null;
                }
                $dead ??= $judged;
            }
        }

        return $dead;
    }

    /** @param list<Part> $parts */
    public static function between(End $a, End $b, array $parts): Judgement
    {
        $found = Levels::of($a->plug->connector, $parts, $b->plug->connector);
        if (null !== $found->misfit) {
            return Judgement::dead($found->misfit, ($parts[$found->part] ?? null)?->what);
        }
        $levels = $found->connectors;
        $misfit = Mating::misfit($a, $parts, $b);
        if (null !== $misfit) {
            return Judgement::dead($misfit);
        }
        $power = self::strayPower($a, $b);
        if (null !== $power) {
            return $power;
        }
        if (null === $a->use || null === $b->use) {
            $dead = self::howeverSet($a, $b, $parts);
            if (null !== $dead) {
                return $dead;
            }
            $end = null === $a->use ? $a : $b;
            $settings = implode(
                ', ',
                array_unique(array_merge(...array_map(static fn (PlugUse $use): array => array_keys($use->when ?? []), $end->plug->uses))),
            );

            return Judgement::unknown(
                "what {$end->name()} is set to",
                "what {$end->name()} is depends on ".
                    ('' === $settings ? 'settings' : $settings).
                    ', and nobody knows how that stands; ask the box',
            );
        }
        foreach ([[$a->use, $a], [$b->use, $b]] as [$use, $end]) {
            if (Connector::Any === $end->plug->connector && Carries::Midi !== $use->carries && Carries::Pulse !== $use->carries) {
                return Judgement::unknown("the plug of {$end->name()}", "the chart does not say which plug {$end->name()} has");
            }
        }
        $what = self::carried($a->use, $b->use);
        if (null === $what) {
            return self::withRoles($a, $b, $a->use, $b->use, $parts, $levels, true) ??
                Judgement::dead("{$a->name()} is for {$a->use->carries->value}, {$b->name()} for {$b->use->carries->value}");
        }
        if (Carries::Power === $what) {
            return PowerWalk::judge($a, $b, $parts);
        }
        $ways = [$a->way() ?? $a->use->way, $b->way() ?? $b->use->way];
        if (!($ways[0]->sends() && $ways[1]->receives()) && !($ways[1]->sends() && $ways[0]->receives())) {
            return Judgement::dead(
                $ways[0]->sends() ? "{$a->name()} and {$b->name()} are both outputs" : "{$a->name()} and {$b->name()} are both inputs",
            );
        }
        if (Carries::Audio === $what && (null === Contacts::of($a->use, $a->plug->connector) || null === Contacts::of($b->use, $b->plug->connector))) {
            return Judgement::works("sound gets from {$a->name()} to {$b->name()}; how it sounds is not judged");
        }
        if (($levels[0]->isUsb() && Carries::Usb === $what) || ($levels[0]->isUsb() && $levels[\count($levels) - 1]->isUsb())) {
            return UsbWalk::judge($a, $b);
        }
        $last = $levels[\count($levels) - 1];
        if ($levels[0]->isPackets() !== $last->isPackets() && Connector::Any !== $levels[0] && Connector::Any !== $last) {
            return Judgement::unknown(
                'what the adapter does',
                "nobody knows whether the adapter between {$levels[0]->value} and {$last->value} passes MIDI on; where it is a box with "
                    .'plugs of its own, it is a unit of the rig',
            );
        }
        if ($levels[0]->isPackets() || Connector::Any === $levels[0]) {
            return Judgement::works($levels[0]->isPackets() ? "over {$levels[0]->value}" : 'nothing is known that speaks against it');
        }

        return self::withRoles($a, $b, $a->use, $b->use, $parts, $levels, false) ?? Judgement::unknown('the wiring', 'the wiring is not known');
    }

    /** What the ends carry, if both agree. */
    private static function carried(PlugUse $a, PlugUse $b): ?Carries
    {
        $packets = [Carries::Usb, Carries::Network, Carries::Midi];

        return $a->carries === $b->carries
            || (\in_array($a->carries, $packets, true)
                && \in_array($b->carries, $packets, true)
                && (Carries::Midi === $a->carries || Carries::Midi === $b->carries))
            ? (Carries::Midi === $a->carries
                ? $b->carries
                : $a->carries)
            : null;
    }

    /** Power into a plug that is for something else. */
    private static function strayPower(End $a, End $b): ?Judgement
    {
        foreach ([[$a, $b], [$b, $a]] as [$giver, $taker]) {
            if (
                Carries::Power === $giver->use?->carries
                && PowerWay::Needs !== $giver->plug->power?->way
                && null !== $taker->use
                && Carries::Power !== $taker->use->carries
            ) {
                return Judgement::mayDamage(
                    "{$giver->name()} gives power, and {$taker->name()} is for {$taker->use->carries->value}",
                    $taker->name(),
                );
            }
        }

        return null;
    }

    /**
     * @param list<Part> $parts
     * @param list<Connector> $levels
     */
    private static function withRoles(End $a, End $b, PlugUse $useA, PlugUse $useB, array $parts, array $levels, bool $onlyDamage): ?Judgement
    {
        foreach ($parts as $index => $part) {
            if (null === Conductors::map($part, $levels[$index], $levels[$index + 1])) {
                return $onlyDamage
                    ? null
                    : Judgement::unknown(
                        "which contacts {$part->what} joins",
                        "nobody knows which contacts {$part->what} joins between {$levels[$index]->value} and {$levels[$index +
                                1]->value}; name them",
                    );
            }
            if (false === $part->phantomOff && \in_array(Connector::Xlr3, [$levels[$index], $levels[$index + 1]], true)) {
                return Judgement::mayDamage("phantom power is on where {$part->what} carries ".$useA->carries->value, $part->what);
            }
        }
        $conductors = new Conductors($parts, $levels);
        $rolesA = SignalWalk::roles($a, $useA, $levels[0]);
        $rolesB = SignalWalk::roles($b, $useB, $levels[\count($levels) - 1]);
        $rolesA ??= Connector::Any === $a->plug->connector && null !== $rolesB ? self::adopted($rolesB, $conductors->to(...)) : null;
        $rolesB ??= Connector::Any === $b->plug->connector && null !== $rolesA ? self::adopted($rolesA, $conductors->from(...)) : null;
        if (null === $rolesA || null === $rolesB) {
            $end = null === $rolesA ? $a : $b;

            return $onlyDamage
                ? null
                : Judgement::unknown("the wiring of {$end->name()}", "the chart does not say how {$end->name()} is wired; ask the box");
        }
        $judgement = (new SignalWalk($a, $b, $useA, $useB, $rolesA, $rolesB, $conductors))->judge();

        return $onlyDamage && Verdict::MayDamage !== $judgement->verdict ? null : $judgement;
    }

    /**
     * An end of which only the function is known does what the other wants.
     *
     * @param array<int|string, Role> $roles
     * @param \Closure(string): list<string> $reached
     *
     * @return array<int|string, Role>
     */
    private static function adopted(array $roles, \Closure $reached): array
    {
        $adopted = [];
        foreach ($roles as $contact => $role) {
            foreach ($reached((string) $contact) as $each) {
                if (!$role->isSupply()) {
                    $adopted[$each] = $role;
                }
            }
        }

        return $adopted;
    }

    /** @return list<string> */
    private static function warnings(ResolvedLead $joint): array
    {
        $warnings = [];
        $length = $joint->lead->leastM();
        $connectors = [
            $joint->a?->plug->connector,
            $joint->b?->plug->connector,
            ...array_merge(...array_map(static fn (Part $part): array => $part->ends?->both() ?? [], $joint->lead->parts)),
        ];
        $isUsb = [] !== array_filter($connectors, static fn (?Connector $connector): bool => $connector?->isUsb() ?? false);
        if ($isUsb && $length > self::LONGEST_USB_M) {
            $warnings[] = "a USB lead of {$length} m is longer than the 5 m that are safe; use a powered hub";
        }
        foreach ($joint->lead->parts as $part) {
            if (true === $part->passiveExtension) {
                $warnings[] = "{$part->what} is a passive extension; use a powered hub or a direct cable";
            }
        }

        return $warnings;
    }

    /** Whether a lead is a DIN lead of more than 15 m, which the specification does not cover. */
    public static function isTooLong(ResolvedLead $joint): bool
    {
        $isMidi = Carries::Midi === $joint->a?->use?->carries || Carries::Midi === $joint->b?->use?->carries;
        $isPackets = ($joint->a?->plug->connector->isPackets() ?? false) || ($joint->b?->plug->connector->isPackets() ?? false);
        $length = $joint->lead->leastM();

        return $isMidi && !$isPackets && $length > self::LONGEST_DIN_M;
    }

    /** @return list<string> */
    private static function cautions(ResolvedLead $joint): array
    {
        $cautions = [];
        foreach ($joint->lead->parts as $part) {
            if (\in_array(Connector::Xlr3, $part->ends?->both() ?? [], true) && [] === $cautions) {
                $cautions[] =
                    'Phantom power has to be off on a balanced line that carries MIDI, and both adapters wired alike. Check continuity '
                        .'before plugging anything in.';
            }
        }
        $isPower = Carries::Power === $joint->a?->use?->carries || Carries::Power === $joint->b?->use?->carries;
        if ($isPower) {
            $cautions[] = 'Never lift a safety earth to cure hum; have work on mains done by a qualified electrician.';
        }

        return $cautions;
    }

    /**
     * @param list<Part> $parts
     *
     * @return list<ContactPath>
     */
    private static function continuity(End $a, End $b, array $parts): array
    {
        $levels = Levels::of($a->plug->connector, $parts, $b->plug->connector);
        if (null !== $levels->misfit) {
            return [];
        }
        $conductors = new Conductors($parts, $levels->connectors);
        $table = [];
        foreach ($levels->connectors[0]->contacts() as $contact) {
            $reached = $conductors->from($contact);
            $table[] = new ContactPath($contact, [] === $reached ? null : implode(' and ', $reached));
        }

        return $table;
    }
}

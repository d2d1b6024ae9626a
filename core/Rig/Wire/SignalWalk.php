<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Chart\Role;
use ZigzagPost\Core\Rig\Setup\End;

/** Walks the conductors of a lead contact by contact: MIDI, pulses, audio, pedals. */
final readonly class SignalWalk
{
    /**
     * @param array<int|string, Role> $rolesA
     * @param array<int|string, Role> $rolesB
     */
    public function __construct(
        private End $a,
        private End $b,
        private PlugUse $useA,
        private PlugUse $useB,
        private array $rolesA,
        private array $rolesB,
        private Conductors $conductors,
    ) {
    }

    /**
     * What the contacts of an end do.
     *
     * @return array<int|string, Role>|null
     */
    public static function roles(End $end, PlugUse $use, Connector $connector): ?array
    {
        return Contacts::of($use, Connector::Any === $end->plug->connector ? $connector : $end->plug->connector);
    }

    public function judge(): Judgement
    {
        return $this->damage() ?? ($this->needs() ?? ($this->isMidi() ? $this->midi() : $this->other()));
    }

    private function isMidi(): bool
    {
        return Carries::Midi === $this->useA->carries;
    }

    /** Supply, or phantom power, on a contact that is not made for it. */
    private function damage(): ?Judgement
    {
        foreach (
            [
                [$this->rolesA, $this->rolesB, $this->useB, $this->a, $this->b, true],
                [$this->rolesB, $this->rolesA, $this->useA, $this->b, $this->a, false],
            ] as [$from, $to, $use, $giver, $taker, $isA]
        ) {
            foreach ($from as $contact => $role) {
                $contact = (string) $contact;
                if (!$role->isSupply()) {
                    continue;
                }
                foreach ($isA ? $this->conductors->from($contact) : $this->conductors->to($contact) as $reached) {
                    $other = $to[$reached] ?? null;
                    $isMadeForIt = $other === $role || Role::Open === $other || (null === $other && true === $use->allowsSupply);
                    if (!$isMadeForIt) {
                        return Judgement::mayDamage(
                            "{$giver->name()} has {$role->value} on {$contact}, which leads to {$reached} of {$taker->name()}".
                                (null === $other ? ', which is not made for it' : ", its {$other->value}"),
                            "{$reached} of {$taker->name()}",
                            new StrayPower($role, $giver->name(), $contact, $taker->name(), $reached, $other),
                        );
                    }
                }
                foreach ($from as $beside => $besideRole) {
                    if ($besideRole !== $role && Role::Open !== $besideRole && $this->conductors->shorts($isA, $contact, (string) $beside)) {
                        return Judgement::mayDamage(
                            "{$contact} and {$beside} of {$giver->name()} are shorted, and {$contact} carries {$role->value}",
                            "{$contact} of {$giver->name()}",
                        );
                    }
                }
            }
        }

        return null;
    }

    /** Contacts that a chart says have to be connected. */
    private function needs(): ?Judgement
    {
        foreach (
            [
                [$this->useA, $this->rolesA, $this->rolesB, $this->a, true],
                [$this->useB, $this->rolesB, $this->rolesA, $this->b, false],
            ] as [$use, $own, $others, $end, $isA]
        ) {
            foreach ($use->needs ?? [] as $contact) {
                $reached = $isA ? $this->conductors->from($contact) : $this->conductors->to($contact);
                $role = $own[$contact] ?? null;
                if ([] === $reached) {
                    return Judgement::dead("{$contact} of {$end->name()} has to be connected, and leads nowhere", "{$contact} of {$end->name()}");
                }
                foreach ($own as $other => $otherRole) {
                    if ($otherRole !== $role && Role::Open !== $otherRole && $this->conductors->shorts($isA, $contact, (string) $other)) {
                        return Judgement::dead(
                            "{$contact} of {$end->name()} has to be connected by itself, and is shorted with {$other}",
                            "{$contact} of {$end->name()}",
                        );
                    }
                }
                if (
                    null !== $role
                    && !\in_array($role, [Role::Shield, Role::Return], true)
                    && [] === array_filter($reached, static fn (string $each): bool => ($others[$each] ?? null) === $role)
                ) {
                    return Judgement::dead(
                        "{$contact} of {$end->name()} is {$role->value}, and leads to {$reached[0]} of the other end, which is not",
                        "{$contact} of {$end->name()}",
                    );
                }
            }
        }

        return null;
    }

    private function midi(): Judgement
    {
        if (Contacts::hasReturn($this->rolesA) !== Contacts::hasReturn($this->rolesB)) {
            return $this->mixed();
        }
        $back = Contacts::hasReturn($this->rolesA) ? Role::Return : Role::Source;
        foreach ([Role::Data, $back] as $role) {
            $wrong = $this->joins($role);
            if (null !== $wrong) {
                return $wrong;
            }
        }
        $short = $this->shorted($back);
        if (null !== $short) {
            return $short;
        }

        return Judgement::works(
            'data and '.
                $back->value.
                ' arrive at '.
                Contacts::at($this->rolesB, Role::Data).
                ' and '.
                Contacts::at($this->rolesB, $back).
                " of {$this->b->name()}",
        );
    }

    /** Data, source and shield that a cable joins. */
    private function shorted(Role $back): ?Judgement
    {
        foreach ([[$this->rolesA, true, $this->a], [$this->rolesB, false, $this->b]] as [$roles, $isA, $end]) {
            foreach ([[Role::Data, $back], [Role::Data, Role::Shield], [$back, Role::Shield]] as $pair) {
                [$one, $other] = [Contacts::at($roles, $pair[0]), Contacts::at($roles, $pair[1])];
                if (null !== $one && null !== $other && $this->conductors->shorts($isA, $one, $other)) {
                    return Judgement::dead(
                        "{$one} and {$other} of {$end->name()} are shorted: its {$pair[0]->value} and its {$pair[1]->value}",
                        "{$one} of {$end->name()}",
                    );
                }
            }
        }

        return null;
    }

    /** One end has a return where the other has a source: nobody can tell but the maker. */
    private function mixed(): Judgement
    {
        $isKnown =
            \in_array($this->useB->wiring, $this->useA->worksWith ?? [], true) || \in_array($this->useA->wiring, $this->useB->worksWith ?? [], true);
        if (!$isKnown) {
            return Judgement::unknown(
                'whether these wirings work together',
                "{$this->a->name()} and {$this->b->name()} do not agree on what carries the current back; ask the makers whether they work together",
            );
        }

        return $this->joins(Role::Data) ?? Judgement::works('the data arrives, and the chart says that these wirings work together');
    }

    private function other(): Judgement
    {
        $short = \in_array($this->useA->carries, [Carries::Expression, Carries::Footswitch], true) ? $this->shortedPedal() : null;
        if (null !== $short) {
            return $short;
        }
        $found = false;
        foreach ([Role::Signal, Role::Hot, Role::Cold] as $role) {
            if (null === Contacts::at($this->rolesA, $role) || null === Contacts::at($this->rolesB, $role)) {
                continue;
            }
            $found = true;
            $wrong = $this->joins($role);
            if (null !== $wrong) {
                return $wrong;
            }
        }

        return $found
            ? Judgement::works('the signal arrives')
            : Judgement::unknown(
                'which contact carries the signal',
                "the charts do not say which contact of {$this->a->name()} and {$this->b->name()} carries the signal",
            );
    }

    /** A contact that both ends of a pedal's lead use, and that a cable lays on the shield, as a mono cable does with the ring. */
    private function shortedPedal(): ?Judgement
    {
        foreach ([Role::Signal, Role::Source] as $role) {
            $atA = array_keys($this->rolesA, $role, true);
            $atB = array_keys($this->rolesB, $role, true);
            if (\count($atA) > \count($atB)) {
                continue; // what the other end does not ask for may lie on the shield
            }
            foreach ($atA as $contact) {
                foreach (array_keys($this->rolesA) as $other) {
                    if (
                        \in_array($this->rolesA[$other], [Role::Shield, Role::Return], true)
                        && $this->conductors->shorts(true, (string) $contact, (string) $other)
                    ) {
                        return Judgement::dead(
                            "{$contact} and {$other} of {$this->a->name()} are shorted: its {$role->value} and its {$this->rolesA[$other]->value}",
                            "{$contact} of {$this->a->name()}",
                        );
                    }
                }
            }
        }

        return null;
    }

    /** What is wrong with a role that has to lead from one end to the other. */
    private function joins(Role $role): ?Judgement
    {
        $a = Contacts::at($this->rolesA, $role);
        $b = Contacts::at($this->rolesB, $role);
        if (null === $a || null === $b) {
            $end = null === $a ? $this->a : $this->b;

            return Judgement::dead("{$end->name()} has no contact for {$role->value}", $end->name());
        }
        if ($this->conductors->leads($a, $b)) {
            return null;
        }
        $reached = $this->conductors->from($a);
        $where =
            [] === $reached
                ? 'leads nowhere'
                : "leads to {$reached[0]}".(isset($this->rolesB[$reached[0]]) ? ", its {$this->rolesB[$reached[0]]->value}" : '');

        return Judgement::dead(
            "{$role->value} stands on {$a} of {$this->a->name()} and is wanted on {$b} of {$this->b->name()}, but {$a} {$where}",
            "{$b} of {$this->b->name()}",
            new WrongContact($role, $this->a->name(), (string) $a, $this->b->name(), (string) $b),
        );
    }
}

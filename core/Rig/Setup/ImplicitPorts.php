<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Document\Lead;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rulebook\Declaration\PortDeclaration;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Ports of rules that need none: a rule whose control is led straight to every device that it names is played as if the post stood between.
 * The plug of a unit is a port then, called as the unit is, or UNIT_PLUG where it has several with a lead; a declared port of that name counts.
 */
final class ImplicitPorts
{
    /** @var array<string, array<string, true>> units by the units that they have a lead to */
    private array $beside = [];
    /** @var array<string, list<string>> plugs with a lead that can carry messages, by unit */
    private array $plugs = [];

    /** @param array<string, Device> $boxes by name, without the post */
    private function __construct(private readonly array $boxes)
    {
    }

    /**
     * Adds ports to a rulebook that need not be declared.
     *
     * @param array<string, Device> $boxes by name, without the post
     * @param list<Lead> $leads
     */
    public static function add(Rulebook $book, array $boxes, array $leads): void
    {
        $ports = new self($boxes);
        $ports->look($leads);
        foreach ($book->rules as $rule) {
            $ports->rule($book, $rule);
        }
    }

    /**
     * Leads between the post and the plugs that stand for ports.
     *
     * @param array<string, Device> $boxes by name, the post among them
     *
     * @return list<ResolvedLead>
     */
    public static function leads(Rulebook $book, array $boxes): array
    {
        $joints = [];
        $post = $boxes[LeadEnd::POST];
        foreach ($book->ports as $name => $port) {
            $plug = $post->chart->plug((string) $name);
            $found = $port->isImplicit ? self::plugOf((string) $name, $boxes, $port->isIn) : null;
            if (null === $plug || null === $found) {
                continue;
            }
            [$box, $own] = [$found->box, $found->plug];
            $lead = new Lead("straight {$name}", new LeadEnd(LeadEnd::POST, (string) $name), new LeadEnd($box->name, $own->id));
            $joints[] = new ResolvedLead($lead, new End($post, $plug, null, $post->use($plug)), $found, null);
        }

        return $joints;
    }

    /** @param list<Lead> $leads */
    private function look(array $leads): void
    {
        foreach ($leads as $lead) {
            foreach ([[$lead->a, $lead->b], [$lead->b, $lead->a]] as [$end, $other]) {
                $plug = ($this->boxes[$end->unit] ?? null)?->chart->plug($end->plug);
                if (!$lead->isToPlay() || (LeadEnd::POST !== $end->unit && (null === $plug || !self::isForMessages($plug)))) {
                    continue;
                }
                $this->beside[$end->unit][$other->unit] = true;
                if (LeadEnd::POST !== $end->unit && LeadEnd::POST !== $other->unit) {
                    $this->plugs[$end->unit][] = $end->plug;
                }
            }
        }
    }

    private function rule(Rulebook $book, Rule $rule): void
    {
        $senders = $hearers = [];
        foreach ($rule->selectors as $selector) {
            null === $selector->device ?: $senders[$selector->device->text] = true;
        }
        foreach ($rule->steps as $step) {
            $step instanceof NamedStep ? $hearers[$step->device->text] = true : null;
        }
        foreach (array_keys($senders) as $sender) {
            foreach (array_keys($hearers) as $hearer) {
                if (!isset($this->reached((string) $sender)[(string) $hearer]) || isset($this->reached((string) $sender)[LeadEnd::POST])) {
                    return;
                }
            }
        }
        if ([] === $senders || [] === $hearers) {
            return;
        }
        foreach (array_keys($senders) as $sender) {
            $this->declare($book, (string) $sender, true, $rule->span);
        }
        foreach (array_keys($hearers) as $hearer) {
            $this->declare($book, (string) $hearer, false, $rule->span);
        }
    }

    private function declare(Rulebook $book, string $unit, bool $isIn, Span $where): void
    {
        foreach ($this->plugs[$unit] ?? [] as $plug) {
            $use = $isIn ? self::sends($this->boxes[$unit], $plug) : self::hears($this->boxes[$unit], $plug);
            $name = 1 === \count(array_unique($this->plugs[$unit])) ? $unit : "{$unit}_{$plug}";
            if ($use && !isset($book->ports[$name])) {
                $book->ports[$name] = PortDeclaration::implicit($name, $isIn, $where);

                return; // what leaves at several plugs comes in once
            }
            if ($use) {
                return;
            }
        }
    }

    /**
     * Units that a unit gets to over leads and through boxes that pass on; the post where it gets there.
     *
     * @return array<string, true>
     */
    private function reached(string $from): array
    {
        $reached = [];
        for ($queue = [$from]; null !== $unit = array_pop($queue);) {
            foreach (array_keys($this->beside[$unit] ?? []) as $next) {
                if (!isset($reached[$next]) && (string) $next !== $from) {
                    $reached[$next] = true;
                    $passesOn = LeadEnd::POST !== (string) $next && [] !== ($this->boxes[$next]->chart->routes ?? []);
                    $passesOn ? $queue[] = (string) $next : null;
                }
            }
        }

        return $reached;
    }

    /** @param array<string, Device> $boxes */
    private static function plugOf(string $port, array $boxes, bool $isIn): ?End
    {
        foreach ($boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->plugs as $plug) {
                $isMeant = $isIn ? self::sends($box, $plug->id) : self::hears($box, $plug->id);
                if ($isMeant && ($port === $box->name || $port === "{$box->name}_{$plug->id}")) {
                    foreach ($plug->uses as $use) {
                        if (Carries::Midi === $use->carries || Carries::Usb === $use->carries || Carries::Network === $use->carries) {
                            return new End($box, $plug, null, $use);
                        }
                    }
                }
            }
        }

        return null;
    }

    private static function sends(Device $box, string $plug): bool
    {
        foreach ($box->chart->sends ?? [] as $sends) {
            if (\in_array($plug, array_map(static fn (string $at): string => explode('/', $at, 2)[0], $sends->at), true)) {
                return true;
            }
        }

        return false;
    }

    private static function hears(Device $box, string $plug): bool
    {
        foreach ($box->chart->hears ?? [] as $part) {
            if (\in_array($plug, array_map(static fn (string $at): string => explode('/', $at, 2)[0], $part->at), true)) {
                return true;
            }
        }

        return false;
    }

    private static function isForMessages(Plug $plug): bool
    {
        foreach ($plug->uses as $use) {
            if (\in_array($use->carries, [Carries::Midi, Carries::Usb, Carries::Network], true)) {
                return true;
            }
        }

        return false;
    }
}

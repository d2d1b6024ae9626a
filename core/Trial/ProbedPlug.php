<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\Hop;

/**
 * A plug of the rig at which a device of this computer stands for a while: in place of what sends into it, or of what hears it. It says which lead
 * moves and goes back afterwards, and what can be sent there that hurts nobody.
 */
final readonly class ProbedPlug
{
    /**
     * @param bool $canSend whether something can be sent into the plug
     * @param bool $canListen whether something comes out of it
     * @param list<string> $moves what hands do before
     * @param list<string> $back what hands do afterwards
     * @param list<ProbeMessage> $sends
     * @param string|null $dangerous the unit that can hurt somebody and could hear it; then nothing is sent
     */
    private function __construct(
        public string $unit,
        public string $plug,
        public string $label,
        public bool $canSend,
        public bool $canListen,
        public array $moves,
        public array $back,
        public array $sends,
        public ?string $dangerous,
    ) {
    }

    /** @return list<self> every plug at which a probe can stand, in the order of the rig */
    public static function all(RigAnalysis $analysis): array
    {
        $plugs = [];
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->plugs as $plug) {
                $use = $box->use($plug) ?? $plug->uses[0];
                if (Carries::Midi === $use->carries) {
                    $plugs[] = self::of($analysis, $box, $plug, $use->way->receives(), $use->way->sends());
                }
            }
        }

        return $plugs;
    }

    /** The bytes of a message that can be sent here, at a value; null where there is no such message, or the value is none of its. */
    public function bytes(string $title, int $value): ?string
    {
        foreach (null === $this->dangerous ? $this->sends : [] as $message) {
            if ($message->title === $title && $value >= $message->low && $value <= $message->high) {
                return $message->at($value);
            }
        }

        return null;
    }

    private static function of(RigAnalysis $analysis, Device $box, Plug $plug, bool $canSend, bool $canListen): self
    {
        $name = "{$plug->label} of {$box->label()}";
        $lead = $other = null;
        foreach ($analysis->setup->joints as $joint) {
            foreach ([[$joint->a, $joint->b], [$joint->b, $joint->a]] as [$here, $there]) {
                if ($here?->box === $box && $here->plug === $plug && null === $lead) {
                    [$lead, $other] = [$joint->lead->id, $there];
                }
            }
        }
        $moves = null === $lead
            ? ["Lead from the probe to {$name}."]
            : ["Pull the lead {$lead}".self::other($other, $canSend)." out of {$name}.", "Lead from the probe to {$name}."];
        $back = null === $lead ? ["Take the probe’s lead out of {$name}."] : ["Put the lead {$lead} into {$name} again."];

        return new self(
            $box->name,
            $plug->id,
            $plug->label,
            $canSend,
            $canListen,
            $moves,
            $back,
            $canSend ? self::sends($box, $plug) : [],
            $canSend ? self::dangerous($analysis, $box) : null,
        );
    }

    private static function other(?End $other, bool $comes): string
    {
        return null === $other || LeadEnd::POST === $other->box->name
            ? ''
            : ', which '.($comes ? 'comes from' : 'goes to')." {$other->plug->label} of {$other->box->label()},";
    }

    /** @return list<ProbeMessage> a message for each parameter that is reached here */
    private static function sends(Device $box, Plug $plug): array
    {
        $sends = [];
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $part = $box->partOf($parameter);
            $message = ProbeMessage::of($box, $parameter);
            $plugs = array_map(static fn (string $at): string => explode('/', $at)[0], $part->at ?? []);
            if (null !== $message && \in_array($plug->id, $plugs, true)) {
                $sends[] = $message;
            }
        }

        return $sends;
    }

    /** The box itself, or one behind it: in doubt a message gets on. */
    private static function dangerous(RigAnalysis $analysis, Device $box): ?string
    {
        $units = [$box->name];
        $plugs = array_map(static fn (Plug $plug): string => $plug->id, $box->chart->plugs);
        foreach ($analysis->graph->sockets($box, $plugs, true) as $socket) {
            foreach ($analysis->graph->reachedFrom($socket) as $way) {
                array_push($units, ...array_map(static fn (Hop $hop): string => $hop->to->unit, $way));
            }
        }
        foreach (array_unique($units) as $unit) {
            if (true === $analysis->setup->box($unit)?->chart->isDangerous()) {
                return $unit;
            }
        }

        return null;
    }
}

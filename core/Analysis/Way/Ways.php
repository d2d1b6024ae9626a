<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Index\ControlIndex;
use ZigzagPost\Core\Rig\Index\LackSort;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/**
 * Does it arrive? Follows a control over leads, hubs and rules to everything that it moves.
 *
 * "Always" and "never" are said only where they are proven: always by the rule that takes the control, never by there being no way at
 * all. Everything else is played in as many states as time allows: what is seen to arrive and not to arrive is "sometimes", with a tape
 * of each; what was only ever seen one way is "not decided".
 */
final class Ways
{
    private const UNSEEN = 'nothing was seen to arrive in the states that were tried';

    private readonly ControlIndex $controls;
    private readonly Certainty $certainty;
    private readonly Hearing $hearing;
    private readonly Paths $paths;
    private readonly PastThePost $past;
    private readonly Trials $trials;

    public function __construct(private readonly RigAnalysis $analysis)
    {
        $this->controls = $analysis->index()->controls;
        $this->certainty = new Certainty($analysis);
        $broken = [];
        foreach ($analysis->judgements() as $index => $judged) {
            if (Verdict::Dead === $judged->verdict || Verdict::MayDamage === $judged->verdict) {
                $broken[] = $analysis->setup->joints[$index]->lead->id;
            }
        }
        $this->trials = new Trials($analysis, $analysis->compiled(), $broken);
        $this->hearing = new Hearing($analysis, $broken);
        $this->paths = new Paths($analysis, $this->hearing);
        $this->past = new PastThePost($analysis, $this->hearing, $this->certainty);
    }

    /**
     * @param bool $all whether what shares a lead with something that hears it is told of as well
     *
     * @return list<Arrival> what a control moves or is meant to, or one that says why it moves nothing
     */
    public function from(Device $box, Control $control, bool $all = false): array
    {
        $direct = $this->past->from($box, $control);
        $through = $this->through($box, $control, $all);
        $known = array_map(
            static fn (Arrival $arrival): string => $arrival->at->key(),
            array_filter($direct, static fn (Arrival $arrival): bool => Arrival::ALWAYS === $arrival->answer),
        );
        $through = array_values(
            array_filter(
                $through,
                static fn (Arrival $arrival): bool => !\in_array($arrival->at->key(), $known, true)
                    && ([] === $direct || LeadEnd::POST !== $arrival->at->device),
            ),
        );

        $arrivals = [...$direct, ...$through];
        $isMoved = [] !== array_filter($arrivals, static fn (Arrival $arrival): bool => Arrival::NEVER !== $arrival->answer);

        // What stands beside the way of something that hears it is no news.
        return $all || !$isMoved
            ? $arrivals
            : array_values(
                array_filter(
                    $arrivals,
                    static fn (Arrival $arrival): bool => Arrival::NEVER !== $arrival->answer || \in_array($arrival, $through, true),
                ),
            );
    }

    /** @return list<Arrival> what a control moves by the rules */
    private function through(Device $box, Control $control, bool $all): array
    {
        $sent = $this->controls->of($box, $control);
        $messages = $sent->messages;
        if (null !== $sent->lack) {
            $answer = LackSort::Fact === $sent->lack->sort ? Arrival::UNKNOWN : Arrival::NEVER;

            return [Arrival::of($box, $control, Destination::none(), $answer, $sent->lack->words, $this->paths->toPost($box))];
        }
        $closed = $this->paths->closed($box);
        if (null !== $closed) {
            return [Arrival::of($box, $control, Destination::none(), Arrival::NEVER, $closed, $this->paths->toPost($box))];
        }
        $seen = $this->trials->of($messages);
        $arrivals = array_map(fn (Tried $tried): Arrival => $this->arrival($box, $control, $messages, $tried), array_values($seen));
        $emissions = Emissions::of($this->analysis, $messages);
        foreach ($this->hearing->targets($emissions ?? []) as $key => $aimed) {
            [$at, $inTheWay, $isNamed] = [$aimed->at, $aimed->inTheWay, $aimed->isNamed];
            $isNever = null !== $inTheWay && [] !== $inTheWay;
            if (!isset($seen[$key]) && ($isNamed || $all || [] === $seen)) {
                $arrivals[] = Arrival::of(
                    $box,
                    $control,
                    $at,
                    $isNever ? Arrival::NEVER : Arrival::NOT_DECIDED,
                    $isNever ? implode('; ', $inTheWay) : self::UNSEEN,
                    $this->paths->toDevice($box, $at->device),
                );
            }
        }
        if ([] === $arrivals) {
            $never = match (true) {
                !$this->trials->isTaken($messages) => 'no rule takes it',
                [] === $emissions => $this->certainty->kept($messages),
                default => $this->certainty->never($messages) ?? (null === $emissions ? null : $this->hearing->unheard($emissions)),
            };
            $arrivals[] = Arrival::of(
                $box,
                $control,
                Destination::none(),
                null === $never ? Arrival::NOT_DECIDED : Arrival::NEVER,
                $never ?? self::UNSEEN,
                $this->paths->toPost($box),
            );
        }

        return $arrivals;
    }

    /** @return list<Arrival> every control that moves a parameter of a device, or is meant to */
    public function to(Device $box, string $parameter): array
    {
        $known = $box->parameter($parameter);
        $message = null === $known ? null : $box->messageTo($known);
        $kind = $message?->kind->midi();
        $arrivals = [];
        if (null === $kind) {
            return [];
        }
        foreach ($this->analysis->setup->boxes as $sender) {
            foreach ($sender->chart->surface->controls ?? [] as $control) {
                $isMeant = $this->isMeant($sender, $control, $box, $kind, $message?->number);
                foreach ($isMeant ? $this->from($sender, $control, true) : $this->past->from($sender, $control) as $arrival) {
                    if ($arrival->at->isParameter($box->name, $parameter)) {
                        $arrivals[] = $arrival;
                    }
                }
            }
        }

        return $arrivals;
    }

    /** Whether rules could let a control move something, as far as that can be read from them. */
    private function isMeant(Device $sender, Control $control, Device $box, Kind $kind, ?int $number): bool
    {
        $sent = $this->controls->of($sender, $control);
        if (null !== $sent->lack) {
            return false;
        }
        $emissions = Emissions::of($this->analysis, $sent->messages);

        return null === $emissions || $this->hearing->isMeant($emissions, $box, $kind, $number);
    }

    /** @param list<ControlMessage> $messages */
    private function arrival(Device $box, Control $control, array $messages, Tried $tried): Arrival
    {
        [$at, $witness, $counter] = [$tried->at, $tried->witness, $tried->counter];
        $path = $this->paths->toDevice($box, $at->device);
        $unknown = $this->paths->unknown($box, $at);
        if (null !== $unknown) {
            return Arrival::of($box, $control, $at, Arrival::UNKNOWN, "{$unknown} is not known; ask the box", $path);
        }
        $proof = 1 === \count($messages) ? $this->certainty->always($messages[0], $at) : null;

        return match (true) {
            null !== $counter => Arrival::of($box, $control, $at, Arrival::SOMETIMES, 'seen to arrive, and seen not to', $path, $witness, $counter),
            null !== $proof => Arrival::of($box, $control, $at, Arrival::ALWAYS, $proof, $path, $witness),
            default => Arrival::of(
                $box,
                $control,
                $at,
                Arrival::NOT_DECIDED,
                'it arrived in every state that was tried, '.Trials::MOST_STATES.' at most, and that is no proof',
                $path,
                $witness,
            ),
        };
    }
}

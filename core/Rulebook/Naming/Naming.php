<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\Declaration\GroupPart;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Scene;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Text\LiteralRange;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** Puts a rulebook together with a rig: what names of devices mean is looked up, and the rulebook comes back ready to be compiled. */
final class Naming
{
    private readonly ResolvedRulebook $resolved;
    /** @var list<RulebookError> */
    private array $errors = [];
    /** @var array<string, Scene> by title */
    private array $scenes = [];

    private function __construct(private readonly Rulebook $book, private readonly Devices $devices)
    {
        $this->resolved = ResolvedRulebook::of($book);
    }

    /** The rulebook for this rig, and what the rig does not have. */
    public static function resolve(Rulebook $book, Devices $devices): NamedRulebook
    {
        return (new self($book, $devices))->all();
    }

    /** Whether a rulebook names anything of a rig. */
    public static function isNeeded(Rulebook $book): bool
    {
        return null !== self::firstName($book);
    }

    /** The first name of a device that stands in a rulebook. */
    public static function firstName(Rulebook $book): ?Token
    {
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                if (null !== $selector->device) {
                    return $selector->device;
                }
            }
        }
        foreach ($book->groups as $group) {
            if ([] !== $group->titles) {
                return $group->port;
            }
        }
        foreach ($book->lamps as $lamps) {
            return $lamps->name;
        }
        foreach ($book->steps() as $step) {
            if ($step instanceof NamedStep) {
                return $step->device;
            }
        }

        return null;
    }

    private function all(): NamedRulebook
    {
        foreach ($this->resolved->groups as $name => $group) {
            $this->try(fn () => ($this->resolved->groups[$name] = $this->group($group)));
        }
        $steps = new StepNaming($this->resolved, $this->devices, function (RulebookError $error): void {
            $this->errors[] = $error;
        });
        $this->resolved->stacks = array_map($steps->stack(...), $this->book->stacks);
        $scenes = [];
        foreach ($this->book->scenes as $scene) {
            $named = new Scene($scene->title, $scene->span, $scene->name);
            $named->onEnter = array_merge(...$steps->entering($scene->onEnter));
            $named->onLeave = array_merge(...$steps->leaving($scene->onLeave));
            $this->scenes[$scene->title] = $named;
            $scenes[] = $named;
        }
        $this->resolved->scenes = $scenes;
        $this->resolved->rules = array_map(fn (Rule $rule): Rule => $this->rule($rule, $steps), $this->book->rules);
        $naming = new LampNaming($this->resolved, $this->devices);
        foreach ($this->book->lamps as $lamps) {
            $this->try(fn () => array_push($this->resolved->lit, ...$naming->ofDevice($lamps->name)));
        }
        $this->resolved->storing = $this->devices->storing();
        $this->resolved->songs = $this->devices->songs();
        $this->resolved->songIds = $this->devices->songIds();
        $this->resolved->devices = $this->devices;

        return new NamedRulebook($this->resolved, $this->errors);
    }

    /** A rule whose controls are not known keeps the line that names them: that it is there is no question. */
    private function rule(Rule $rule, StepNaming $steps): Rule
    {
        $named = new Rule($rule->title, $rule->span, null === $rule->scene ? null : $this->scenes[$rule->scene->title], $rule->isStack);
        $named->from = $rule->from;
        $sources = [];
        $ports = [];
        foreach ($rule->selectors as $selector) {
            if (null === $selector->device) {
                $named->selectors[] = $selector;
                $ports =
                    null === $ports || [] === $rule->from
                        ? null
                        : [...$ports, ...array_map(static fn (Token $token): string => $token->text, $rule->from)];
                continue;
            }
            $before = \count($this->errors);
            $this->try(function () use ($selector, $rule, $named, &$sources, &$ports): void {
                $of = $this->selector($selector, $selector->device ?? throw new \LogicException('no device'));
                array_push($named->selectors, ...$of->selectors);
                array_push($sources, ...$of->messages);
                $comingIn = array_values(
                    array_unique(array_merge(...array_map(static fn (ControlMessage $message): array => $message->ports, $of->messages))),
                );
                $this->requireHeard($rule, $selector, $comingIn);
                $ports = null === $ports ? null : [...$ports, ...$comingIn];
            });
            if (\count($this->errors) > $before) {
                $named->selectors[] = $selector;
            }
        }
        if ([] === $rule->from && null !== $ports && [] !== $ports) {
            $named->from = array_map(
                static fn (string $port): Token => new Token(TokenType::Word, $port, $rule->span, true),
                array_values(array_unique($ports)),
            );
        }
        $named->isOfSwitches =
            [] !== $sources
            && [] === array_filter($sources, static fn (ControlMessage $source): bool => !$source->isTwoState || Kind::Cc !== $source->kind);
        $named->steps = $steps->ofRule($rule, $named->selectors, $sources);

        return $named;
    }

    /**
     * @param list<string> $comingIn
     *
     * @throws RulebookError
     */
    private function requireHeard(Rule $rule, Selector $selector, array $comingIn): void
    {
        $heard = array_map(static fn (Token $token): string => $token->text, $rule->from);
        if ([] !== $heard && [] === array_intersect($heard, $comingIn)) {
            throw new RulebookError(
                $selector->device->span ?? $selector->span,
                'no-way',
                "what this control sends comes in on {$comingIn[0]}, and the rule listens to ".implode(', ', $heard),
            );
        }
    }

    /**
     * A selector for each kind, channel and port that the controls send, and what they send.
     *
     * @throws RulebookError
     */
    private function selector(Selector $selector, Token $device): NamedSelectors
    {
        $groups = [];
        $all = [];
        $titles = Titles::of($device, $selector->titles, $this->devices);
        foreach ($titles as $place => $title) {
            foreach ($this->devices->control($device, $title) as $message) {
                $all[] = $message;
                $groups[
                    $message->kind->value.' '.$message->channel.' '.implode(',', $message->ports).' '.$message->values?->key()
                ][] = [$place + 1, $message];
            }
        }
        $isOneList = 1 === \count($groups) && \count($all) === \count($titles) && null === $all[0]->values && self::isListed($all[0]->kind);
        $selectors = [];
        foreach ($groups as $group) {
            foreach ($isOneList ? [$group] : array_map(static fn (array $one): array => [$one], $group) as $same) {
                $selectors[] = $this->plainSelector($selector, array_column($same, 1), $isOneList ? null : $same[0][0]);
            }
        }

        return new NamedSelectors($selectors, $all);
    }

    /**
     * @param non-empty-list<ControlMessage> $messages of one kind, channel and port
     *
     * @throws RulebookError
     */
    private function plainSelector(Selector $selector, array $messages, ?int $place): Selector
    {
        $first = $messages[0];
        $list =
            self::isListed($first->kind) && null !== $first->number
                ? new NumberList(
                    array_map(
                        fn (ControlMessage $message): LiteralRange => LiteralRange::single(
                            $message->number + (Kind::Program === $first->kind ? $this->book->programsFrom : 0),
                            $selector->span,
                        ),
                        $messages,
                    ),
                )
                : null;
        $lists = [];
        if (null !== $list && $first->kind->hasKey()) {
            $lists['key'] = $list;
        }
        if (null !== $first->channel && $first->kind->hasChannel()) {
            $lists['channel'] = new NumberList([LiteralRange::single($first->channel, $selector->span)]);
        }
        if (null !== $first->values) {
            [$low, $high] = [LiteralRange::single($first->values->low, $selector->span), LiteralRange::single($first->values->high, $selector->span)];
            $lists['value'] = new NumberList([$first->values->low === $first->values->high ? $low : new LiteralRange($low->from, $high->to)]);
        }

        return $selector->forKind($first->kind, $first->kind->hasKey() ? null : $list, $lists, $first->ports, $place);
    }

    /** Whether messages of a kind are told apart by numbers in a list. */
    private static function isListed(Kind $kind): bool
    {
        return $kind->hasKey() || $kind->hasNumber() || Kind::Program === $kind;
    }

    /** @throws RulebookError */
    private function group(Group $group): Group
    {
        if ([] === $group->titles) {
            return $group;
        }
        $messages = [];
        foreach (Titles::of($group->port, $group->titles, $this->devices) as $title) {
            $message = $messages[] = $this->devices->control($group->port, $title)[0];
            if (
                null === $message->pressedBy()
                && (null === $message->number || !\in_array($message->kind, [Kind::Note, Kind::Cc, Kind::Nrpn, Kind::Rpn], true))
            ) {
                throw new RulebookError(
                    $title->span,
                    'no-press',
                    "\"{$title->text}\" sends {$message->kind->value}, which is not pressed; a group is of switches, pads and keys",
                );
            }
        }

        return $group->resolved($this->parts($group, $messages));
    }

    /**
     * Members that send one kind of message on one channel to one port stand together, others each for itself.
     *
     * @param non-empty-list<ControlMessage> $messages by member
     *
     * @return non-empty-list<GroupPart>
     */
    private function parts(Group $group, array $messages): array
    {
        $first = $messages[0];
        $alike = static fn (ControlMessage $message): array => [$message->kind, $message->channel, $message->ports, $message->pressedBy()?->key()];
        if (
            null === $first->pressedBy()
            && [] === array_filter($messages, static fn (ControlMessage $message): bool => $alike($message) !== $alike($first))
        ) {
            return $this->part($group, $first, array_map(static fn (ControlMessage $message): int => (int) $message->number, $messages), 0);
        }
        $parts = [];
        foreach ($messages as $before => $message) {
            array_push(
                $parts,
                ...$this->part($group, $message, null === $message->number || Kind::Program === $message->kind ? [] : [$message->number], $before),
            );
        }

        return $parts;
    }

    /**
     * @param list<int> $numbers
     *
     * @return non-empty-list<GroupPart> one for each port where these members come in
     */
    private function part(Group $group, ControlMessage $like, array $numbers, int $before): array
    {
        $single = static fn (int $number): LiteralRange => LiteralRange::single($number, $group->name->span);

        return array_map(
            static fn (string $port): GroupPart => new GroupPart(
                new Token(TokenType::Word, $port, $group->port->span, true),
                $like->kind,
                [] === $numbers ? null : new NumberList(array_map($single, $numbers)),
                null === $like->channel ? null : new NumberList([LiteralRange::single($like->channel, $group->name->span)]),
                $before,
                $like->pressedBy(),
            ),
            $like->ports,
        );
    }

    /** @param \Closure(): mixed $do */
    private function try(\Closure $do): void
    {
        try {
            $do();
        } catch (RulebookError $error) {
            $this->errors[] = $error;
        }
    }
}

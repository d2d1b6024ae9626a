<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\GroupPlace;
use ZigzagPost\Core\Rulebook\Code\LitByParameter;
use ZigzagPost\Core\Rulebook\Code\LitByScene;
use ZigzagPost\Core\Rulebook\Code\LitByToggle;
use ZigzagPost\Core\Rulebook\Code\LitLamp;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\LightStep;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** Finds out what the lamps of a device are lit for: its controls' groups, toggles and scenes. */
final readonly class LampNaming
{
    /** @param Rulebook $book with names looked up */
    public function __construct(private Rulebook $book, private Devices $devices)
    {
    }

    /**
     * @return list<LitLamp> in the order of the chart
     *
     * @throws RulebookError when the device is not there, or has no lamps
     */
    public function ofDevice(Token $device): array
    {
        $lamps = [];
        foreach ($this->devices->lamps($device) as $title => $lamp) {
            if (!$this->isLitByRules($device->text, (string) $title)) {
                $messages = $this->messages($device, (string) $title);
                $rules = $this->rulesFor($messages);
                $lamps[] = new LitLamp(
                    $device->text,
                    $messages,
                    $lamp,
                    $this->groups($messages),
                    $this->toggles($rules),
                    $this->others($rules),
                    $this->scenes($rules),
                );
            }
        }

        return $lamps;
    }

    private function isLitByRules(string $device, string $title): bool
    {
        foreach ($this->book->steps() as $step) {
            if ($step instanceof LightStep && $step->device->text === $device && mb_strtolower($step->control->text) === mb_strtolower($title)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<ControlMessage> none for a control that does not come in */
    private function messages(Token $device, string $title): array
    {
        try {
            return $this->devices->control($device, new Token(TokenType::Text, $title, $device->span, true));
        } catch (RulebookError) {
            return [];
        }
    }

    /**
     * @param list<ControlMessage> $messages
     *
     * @return list<GroupPlace>
     */
    private function groups(array $messages): array
    {
        $groups = [];
        foreach ($this->book->groups as $name => $group) {
            foreach ($messages as $message) {
                $place = $message->placeIn($group);
                if (0 !== $place) {
                    $groups[] = new GroupPlace((string) $name, $place);
                }
            }
        }

        return $groups;
    }

    /**
     * Rules in force that are for these messages, up to the one that takes them.
     *
     * @param list<ControlMessage> $messages
     *
     * @return list<RuleInForce>
     */
    private function rulesFor(array $messages): array
    {
        $found = [];
        foreach ($messages as $message) {
            $matching = array_filter($this->book->rules, fn (Rule $rule): bool => $this->matches($rule, $message));
            $isByScene = [] !== array_filter($matching, static fn (Rule $rule): bool => null !== $rule->scene);
            foreach ($isByScene ? $this->book->scenes : [null] as $position => $scene) {
                foreach ($matching as $index => $rule) {
                    if (null !== $rule->scene && $rule->scene !== $scene) {
                        continue;
                    }
                    $found[] = new RuleInForce($index, $rule, $message, $isByScene ? $position : null);
                    if (!$rule->isCopy()) {
                        break;
                    }
                }
            }
        }

        return $found;
    }

    private function matches(Rule $rule, ControlMessage $message): bool
    {
        foreach ($rule->selectors as $selector) {
            if ([] === array_intersect($message->ports, $this->book->portsOf($rule, $selector))) {
                continue;
            }
            foreach ($selector->matched() as $matched) {
                [$kind, $numbers] = [$matched->kind, $matched->numbers];
                $list = $kind->hasKey() ? $selector->lists['key'] ?? null : $numbers;
                $isNumber =
                    null === $list
                    || null === $message->number
                    || $list->contains($message->number + (Kind::Program === $kind ? $this->book->programsFrom : 0));
                if ($kind === $message->kind && $isNumber && $this->isOnChannel($selector, $message)) {
                    return true;
                }
            }
        }

        return false;
    }

    private function isOnChannel(Selector $selector, ControlMessage $message): bool
    {
        return null === $message->channel || !isset($selector->lists['channel']) || $selector->lists['channel']->contains($message->channel);
    }

    /**
     * @param list<RuleInForce> $rules
     *
     * @return list<LitByToggle>
     */
    private function toggles(array $rules): array
    {
        $toggles = [];
        foreach ($rules as $inForce) {
            foreach ($inForce->rule->steps as $at => $step) {
                if ($step->is(Fact::Toggles)) {
                    $toggles[] = new LitByToggle($inForce->position, $at, $inForce->message, $inForce->scene);
                }
            }
        }

        return $toggles;
    }

    /**
     * @param list<RuleInForce> $rules
     *
     * @return list<LitByParameter>
     *
     * @throws RulebookError
     */
    private function others(array $rules): array
    {
        $others = [];
        foreach ($rules as $inForce) {
            foreach ($inForce->rule->steps as $step) {
                $alternatives = $step instanceof TurnStep ? $step->alternatives() : null;
                if ($step instanceof TurnStep && null !== $alternatives && null !== $step->target()) {
                    $others[] = new LitByParameter($step->target(), $alternatives->first, $alternatives->second, $inForce->scene);
                }
            }
        }

        return $others;
    }

    /**
     * @param list<RuleInForce> $rules
     *
     * @return list<LitByScene>
     */
    private function scenes(array $rules): array
    {
        $scenes = [];
        foreach ($rules as $inForce) {
            foreach ($inForce->rule->steps as $step) {
                $title = $step instanceof GoStep ? $step->title() : null;
                if (null !== $title) {
                    $scenes[] = new LitByScene($this->book->sceneAt($title), $inForce->scene);
                }
            }
        }

        return $scenes;
    }
}

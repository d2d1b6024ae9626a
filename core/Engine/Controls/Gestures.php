<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Book\GroupMember;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\OnOff;

/**
 * Makes short, held and double presses out of what a control sends.
 *
 * From the first press until its gesture is over and the control is up, {@see State::$gestures} says
 * how far it is.
 *
 * @phpstan-import-type Pressed from State
 * @phpstan-import-type PressMessage from State
 * @phpstan-import-type PressMember from State
 * @phpstan-import-type GestureAnswer from State
 */
final class Gestures
{
    /** The control is down, and it is open what becomes of it. */
    public const DOWN = 0;
    /** It is up again, and a second press may follow. */
    public const UP = 1;
    /** Its gesture is over; only its release is waited for. */
    public const OVER = 2;

    /**
     * Takes what a control sends that rules want to know gestures of.
     *
     * @param GroupMember|null $member the group it belongs to
     */
    public static function message(
        Run $run,
        GesturePlan $plan,
        ?GroupMember $member,
        int $t,
        int $port,
        int $ch,
        int $n,
        int $v,
        string $raw,
        int $ctl,
    ): void {
        if ($v < OnOff::LEAST_ON && Kind::ORDINAL['cc'] === ControlAddress::kind($ctl)) {
            self::letGo($run, $t, $ctl, $plan->routes[0]->rule);

            return;
        }
        $pressed = $run->state->gestures[$ctl] ?? null;
        if (null !== $pressed && self::UP !== $pressed['phase']) {
            self::drop($run, $plan->routes[0]->rule, 'the control is down already');

            return;
        }
        $message = [$port, $ch, $n, $v, $raw];
        if (null !== $pressed) {
            $run->state->gestures[$ctl]['phase'] = self::OVER;
            self::cancel($run, $ctl);
            self::happen(
                $run,
                $t,
                $ctl,
                'twice',
                $pressed['parts'] + 1,
                self::ask($run, $plan, 'twice', $t, $ctl, $message),
                $message,
                $pressed['first'],
            );

            return;
        }
        $run->state->gestures[$ctl] = [
            'phase' => self::DOWN,
            'parts' => 1,
            'first' => $plan->routes[0]->rule,
            'message' => $message,
            'member' => null === $member ? null : [$member->group, $member->place, $member->orNone],
            'short' => self::ask($run, $plan, 'short', $t, $ctl, $message),
            'held' => self::ask($run, $plan, 'held', $t, $ctl, $message),
            'twiceAt' => 0 === $plan->twiceUs ? 0 : $t + $plan->twiceUs,
            'did' => -1,
        ];
        $run->trace?->waits($plan->routes[0]->rule);
        if (0 !== $plan->heldUs) {
            $run->queue->add($t + $plan->heldUs, 'held', [$ctl], null, null, "held {$ctl}");
        }
        if (0 !== $plan->twiceUs) {
            $run->queue->add($t + $plan->twiceUs, 'twice', [$ctl], null, null, "twice {$ctl}");
        }
    }

    /** Whether a control has been pressed for a gesture, and not yet let go. */
    public static function isDown(Run $run, int $ctl): bool
    {
        return self::UP !== ($run->state->gestures[$ctl]['phase'] ?? self::UP);
    }

    /**
     * A control has been let go.
     *
     * @param int $first the rule under which a release counts that belongs to no gesture; -1 for that of its press
     */
    public static function letGo(Run $run, int $t, int $ctl, int $first = -1): void
    {
        $pressed = $run->state->gestures[$ctl] ?? null;
        if (null === $pressed || self::UP === $pressed['phase']) {
            self::drop($run, $pressed['first'] ?? $first, 'no press before it');

            return;
        }
        if (self::OVER === $pressed['phase']) {
            unset($run->state->gestures[$ctl]);
            if ($pressed['did'] < 0) {
                self::drop($run, $pressed['first'], 'its gesture has ended');
            } else {
                ++$run->state->hits[$pressed['did']];
                $run->trace?->partOfGesture($pressed['did']);
            }

            return;
        }
        $run->queue->cancel("held {$ctl}");
        if ($t < $pressed['twiceAt']) {
            $run->state->gestures[$ctl]['phase'] = self::UP;
            ++$run->state->gestures[$ctl]['parts'];
            $run->trace?->partOfGesture($pressed['first']);

            return;
        }
        unset($run->state->gestures[$ctl]);
        self::happen($run, $t, $ctl, 'short', $pressed['parts'] + 1, $pressed['short'], $pressed['message'], $pressed['first'], $pressed['member']);
    }

    /** The time is over after which a press is more than short. */
    public static function held(Run $run, int $t, int $ctl): void
    {
        $pressed = $run->state->gestures[$ctl] ?? null;
        if (null !== $pressed && self::DOWN === $pressed['phase']) {
            $run->state->gestures[$ctl]['phase'] = self::OVER;
            self::happen($run, $t, $ctl, 'held', $pressed['parts'], $pressed['held'], $pressed['message'], $pressed['first']);
        }
    }

    /** The time is over in which a second press could have come. */
    public static function once(Run $run, int $t, int $ctl): void
    {
        $pressed = $run->state->gestures[$ctl] ?? null;
        if (null !== $pressed && self::UP === $pressed['phase']) {
            unset($run->state->gestures[$ctl]);
            self::happen($run, $t, $ctl, 'short', $pressed['parts'], $pressed['short'], $pressed['message'], $pressed['first'], $pressed['member']);
        }
    }

    /**
     * Ends the gestures that have not happened yet; a control that is still down is waited for.
     *
     * @return int how many there were
     */
    public static function end(Run $run): int
    {
        $ended = 0;
        foreach ($run->state->gestures as $ctl => $pressed) {
            if (self::OVER === $pressed['phase']) {
                continue;
            }
            ++$ended;
            self::cancel($run, $ctl);
            $run->state->dropped[$pressed['first']] += $pressed['parts'];
            if (self::UP === $pressed['phase']) {
                unset($run->state->gestures[$ctl]);
            } else {
                $run->state->gestures[$ctl] = ['phase' => self::OVER] + $pressed;
            }
        }

        return $ended;
    }

    /**
     * Asks the rules for a gesture, whether it is for them: the first that says so gets it.
     *
     * @param PressMessage $message
     *
     * @return GestureAnswer|null
     */
    private static function ask(Run $run, GesturePlan $plan, string $gesture, int $t, int $ctl, array $message): ?array
    {
        [$port, $ch, $n, $v, $raw] = $message;
        foreach ($plan->routes as $route) {
            if (null !== $route->gesture && $gesture === $route->gesture->gesture) {
                $answer = $run->call($route->method, $t, $port, $ch, $n, $v, 0, $raw, $ctl, 0);
                if (0 !== $answer) {
                    return [$route->gesture->method, $route->rule, $answer - 1];
                }
            }
        }

        return null;
    }

    /**
     * A gesture has happened.
     *
     * @param int $parts how many messages belong to it
     * @param GestureAnswer|null $rule
     * @param PressMessage $message
     * @param PressMember|null $member what a short press chooses
     */
    private static function happen(
        Run $run,
        int $t,
        int $ctl,
        string $gesture,
        int $parts,
        ?array $rule,
        array $message,
        int $first,
        ?array $member = null,
    ): void {
        [$port, $ch, $n, $v, $raw] = $message;
        $run->trace?->beginGesture($t, $port, $raw, $gesture, $first);
        if (null !== $member) {
            Choices::press($run, new GroupMember(...$member));
        }
        if (null === $rule) {
            $run->state->dropped[$first] += $parts;
            $run->trace?->drops($first, "no rule is for {$gesture}");
        } else {
            [$method, $index, $place] = $rule;
            $run->state->hits[$index] += $parts;
            if (isset($run->state->gestures[$ctl])) {
                $run->state->gestures[$ctl]['did'] = $index;
            }
            $run->call($method, $t, $port, $ch, $n, $v, 0, $raw, $ctl, 0, $place);
        }
        $run->trace?->finish();
    }

    private static function cancel(Run $run, int $ctl): void
    {
        $run->queue->cancel("held {$ctl}");
        $run->queue->cancel("twice {$ctl}");
    }

    private static function drop(Run $run, int $rule, string $reason): void
    {
        if ($rule >= 0) {
            // a rule of the present text
            ++$run->state->dropped[$rule];
        }
        $run->trace?->drops($rule, $reason);
    }
}

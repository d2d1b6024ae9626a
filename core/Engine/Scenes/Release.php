<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Scenes;

use ZigzagPost\Core\Engine\Controls\Takeover;
use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Owner;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Engine\Voices\Voices;
use ZigzagPost\Core\Midi\Kind;

/** Ends what the rules of a scene hold beyond the keys that are played: latches, posted, gated and made notes, pedals. */
final class Release
{
    private const CC = Kind::ORDINAL['cc'];
    private const FIRST_PEDAL = 64;
    private const LAST_PEDAL = 69;
    private const SUSTAIN = 64;

    public static function all(Run $run, int $t): void
    {
        $state = $run->state;
        $atHand = AtHand::owners($run);
        foreach (array_keys($state->ledger) as $own) {
            if (\is_string($own) && isset($state->ledger[$own]) && self::isOfScene($run, Owner::rule($own))) {
                self::end($run, $t, $own, $atHand);
            }
        }
        $run->queue->filter(
            static fn (array $due): bool => 'call' !== $due[2]
                || !\is_string($own = $due[3][8] ?? null)
                || !Owner::isPostedLater($own)
                || !self::isOfScene($run, Owner::rule($own)),
        );
        ksort($state->held);
        foreach ($state->held as $control => [$value, $rule]) {
            if (0 !== $value && self::isOfScene($run, $rule)) {
                self::lift($run, $t, $control);
            }
        }
    }

    /**
     * A pedal has been sent by a rule.
     *
     * @param int $number any controller; those that are no pedals are passed over
     */
    public static function pedal(State $state, int $port, int $channel, int $number, int $value, int $rule): void
    {
        if ($number >= self::FIRST_PEDAL && $number <= self::LAST_PEDAL) {
            $state->held[ControlAddress::of(self::CC, $port, $channel, $number)] = [$value, $rule];
        }
    }

    /**
     * Ends all that an owner began, and what of it is delayed.
     *
     * @param array<int|string, true> $atHand owners that go on to end what is begun after this
     */
    private static function end(Run $run, int $t, string $own, array $atHand): void
    {
        self::endDelayed($run, $t, $own, $atHand);
        if (isset($atHand[$own])) {
            self::endNotes($run, $t, $own);

            return;
        }
        $parts = Owner::parts($own);
        if (Owner::LATCH === $parts->letter) {
            unset($run->state->toggled[$parts->step][(int) $parts->control]);
        }
        if (isset($run->state->gates[$own])) {
            unset($run->state->gates[$own]);
            $run->queue->cancel("gate {$own}");
        }
        Notes::end($run, $t, $own);
    }

    /** @param array<int|string, true> $atHand */
    private static function endDelayed(Run $run, int $t, string $own, array $atHand): void
    {
        foreach (array_keys($run->state->owned($own)) as $key) {
            if (\is_string($key) && '@' === $key[0]) {
                $later = substr($key, 1);
                self::end($run, $t, $later, $atHand);
                if (!isset($atHand[$later])) {
                    $run->queue->filter(static fn (array $due): bool => 'call' !== $due[2] || ($due[3][8] ?? null) !== $later);
                    $run->state->disown($own, $key);
                }
            }
        }
    }

    /** Ends the notes that an owner began so far; it stays the owner of what it begins from here on. */
    private static function endNotes(Run $run, int $t, string $own): void
    {
        foreach ($run->state->owned($own) as $note => $times) {
            if (\is_int($note) && \is_int($times)) {
                $run->state->disown($own, $note);
                $run->trace?->ends($own, $note);
                Notes::endNote($run, $t, $note, $times, Notes::RELEASE_VELOCITY);
            }
        }
    }

    private static function lift(Run $run, int $t, int $control): void
    {
        [$port, $channel, $number] = [ControlAddress::port($control), ControlAddress::channel($control), ControlAddress::number($control)];
        $run->state->held[$control] = [0, -1];
        Takeover::sends($run->state, $t, $port, self::CC, $channel, $number, 0);
        if (self::SUSTAIN === $number) {
            Voices::pedal($run->state, $port, $channel, 0);
        }
        $run->emit($t, $port, \chr(0xAF + $channel).\chr($number)."\x00");
    }

    /** Whether a rule belongs to the current scene; without scenes each does. */
    private static function isOfScene(Run $run, ?int $rule): bool
    {
        if (null === $rule || $rule < 0) {
            return false;
        }

        return [] === $run->book->scenes() || $run->state->scene === $run->book->sceneOf($rule);
    }
}

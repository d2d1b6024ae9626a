<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Live\Journal\KeptBackFor;

/**
 * What leaves at one out port: in order, paced at the speed of its wire, real-time messages first.
 *
 * It says what may be handed to the system now, and is told how much of it the system took.
 */
final class Outlet
{
    /** How far ahead of the wire bytes are handed over, so that what is urgent can still overtake. */
    public const AHEAD_US = 8_000;
    /** From here on controllers, bend and pressure keep their latest value only. */
    public const THIN_AFTER_US = 300_000;
    /** A port that takes nothing for so long is stuck. */
    public const STUCK_AFTER_US = 2_000_000;
    /** Bytes handed over in one piece at most, where no wire says anything. */
    private const MOST_AT_ONCE = 4_096;

    /** @var list<Waiting> real-time messages */
    private array $urgent = [];
    /** @var array<int, Waiting> in order; keys are places in it */
    private array $waiting = [];
    private int $place = 0;
    private int $bytesWaiting = 0;
    /** @var array<string, int> place of the last value of each control that can be thinned, by its address */
    private array $latest = [];
    /** The message of which a part was taken, and that part's length. */
    private ?Waiting $current = null;
    private int $taken = 0;
    /** Whether what was handed out last was the real-time byte. */
    private bool $handsUrgent = false;
    /** When the wire will have sent all that was taken. */
    private int $freeAt = 0;
    private ?int $blockedSince = null;
    private bool $isStuck = false;
    private bool $isMuted = false;
    /** @var list<KeptBack> not yet taken */
    private array $keptBack = [];
    private AtPort $at;

    /**
     * @param int $byteUs microseconds that a byte takes on the wire; 0 where it takes none
     * @param array<string, true> $switches controllers that are never left out, as channel status and number (two bytes)
     */
    public function __construct(private readonly int $byteUs, private readonly array $switches = [])
    {
        $this->at = new AtPort();
    }

    /** @param int $number the how manieth message of its port it is, from 1; 0 for what no rule made */
    public function accept(int $nowUs, int $number, string $bytes): void
    {
        if ($this->isStuck || ($this->isMuted && !$this->at->isEnd($bytes))) {
            $this->keptBack[] = new KeptBack($number, $this->isStuck ? KeptBackFor::Stuck : KeptBackFor::Muted);

            return;
        }
        $message = new Waiting($number, $nowUs, $bytes);
        if (\ord($bytes[0]) >= 0xF8) {
            $this->urgent[] = $message;

            return;
        }
        $address = Thinnable::address($bytes, $this->switches);
        if (null !== $address) {
            $this->thin($nowUs, $address);
            $this->latest[$address] = $this->place;
        }
        $this->waiting[$this->place++] = $message;
        $this->bytesWaiting += \strlen($bytes);
    }

    /** What may be handed to the system now; nothing where the wire has enough, or nothing waits. */
    public function next(int $nowUs): string
    {
        $room = $this->room($nowUs);
        if ($room < 1) {
            return '';
        }
        $isOpen = null !== $this->current && $this->taken > 0;
        $this->handsUrgent = [] !== $this->urgent && (!$isOpen || "\xF0" === $this->current?->bytes[0]);
        if ($this->handsUrgent) {
            return $this->urgent[0]->bytes;
        }
        if (null === $this->current) {
            $this->pick();
        }
        if (null === $this->current) {
            return '';
        }
        $rest = substr($this->current->bytes, $this->taken, self::MOST_AT_ONCE);

        // A long message goes in pieces; any other is handed over whole.
        return \strlen($rest) <= $room ? $rest : (\strlen($this->current->bytes) > 3 ? substr($rest, 0, $room) : '');
    }

    /** The number of the message that {@see next()} has just begun to hand out; null where a part of it was taken before. */
    public function begins(): ?int
    {
        return $this->handsUrgent ? $this->urgent[0]->number : (0 === $this->taken ? $this->current?->number : null);
    }

    /**
     * Tells how much the system took of what {@see next()} gave.
     *
     * @return Waiting|null the message that is out with it, if one is
     */
    public function took(int $nowUs, int $bytes): ?Waiting
    {
        if ($bytes < 1) {
            $this->blockedSince ??= $nowUs;

            return null;
        }
        $this->blockedSince = null;
        $this->isStuck = false;
        $this->freeAt = max($this->freeAt, $nowUs) + $bytes * $this->byteUs;
        if ($this->handsUrgent) {
            return array_shift($this->urgent);
        }
        $this->taken += $bytes;
        if (null === $this->current || $this->taken < \strlen($this->current->bytes)) {
            return null;
        }
        $this->at->left($this->current->bytes);
        $message = $this->current;
        $this->current = null;
        $this->taken = 0;

        return $message;
    }

    /** When {@see next()} may have something to hand over; null while nothing waits, or the system takes nothing. */
    public function nextAt(int $nowUs): ?int
    {
        if ((null === $this->current && [] === $this->waiting && [] === $this->urgent) || null !== $this->blockedSince) {
            return null;
        }

        // Room for a whole short message, so that it does not have to be asked for byte by byte.
        return max($nowUs, $this->freeAt - self::AHEAD_US + 3 * $this->byteUs);
    }

    /** When a port that takes nothing counts as stuck, if it takes nothing. */
    public function stuckAt(): ?int
    {
        return null === $this->blockedSince || $this->isStuck ? null : $this->blockedSince + self::STUCK_AFTER_US;
    }

    /**
     * Puts what the port owes in the place of all that waits there: whether it has just become stuck.
     *
     * @param \Closure(string): bool $mayLeave whether a message may leave at all
     */
    public function stick(int $nowUs, \Closure $mayLeave): bool
    {
        if ($nowUs < ($this->stuckAt() ?? \PHP_INT_MAX)) {
            return false;
        }
        $this->empty(KeptBackFor::Stuck);
        $this->owe($nowUs, $mayLeave);

        return $this->isStuck = true;
    }

    /** Nothing is connected any more: what waits will not leave. */
    public function drop(): void
    {
        $this->empty(KeptBackFor::Unplugged);
    }

    public function isMuted(): bool
    {
        return $this->isMuted;
    }

    public function isBlocked(): bool
    {
        return null !== $this->blockedSince;
    }

    /** Empties what waits, but for the ends of notes that sound; an open system exclusive message is ended. */
    public function panic(): void
    {
        $this->empty(KeptBackFor::Panic);
    }

    /**
     * From now on nothing leaves but the ends of what sounds, until it is let go on.
     *
     * @param \Closure(string): bool $mayLeave whether a message may leave at all
     */
    public function mute(int $nowUs, bool $isMuted, \Closure $mayLeave): void
    {
        if ($isMuted && !$this->isMuted) {
            $this->empty(KeptBackFor::Muted);
            $this->owe($nowUs, $mayLeave);
        }
        $this->isMuted = $isMuted;
    }

    /**
     * Leaves out what waits and may not leave any more.
     *
     * @param \Closure(string): bool $mayLeave
     */
    public function withhold(\Closure $mayLeave): void
    {
        foreach ($this->waiting as $place => $message) {
            if (!$mayLeave($message->bytes)) {
                $this->forget($place);
                $this->keptBack[] = new KeptBack($message->number, KeptBackFor::Unarmed);
            }
        }
        foreach ($this->urgent as $message) {
            if (!$mayLeave($message->bytes)) {
                $this->keptBack[] = new KeptBack($message->number, KeptBackFor::Unarmed);
            }
        }
        $this->urgent = array_values(array_filter($this->urgent, static fn (Waiting $message): bool => $mayLeave($message->bytes)));
        if (null !== $this->current && !$mayLeave($this->current->bytes)) {
            $this->endCurrent(KeptBackFor::Unarmed);
        }
    }

    /** @return list<KeptBack> what will not leave, since the last call */
    public function takeKeptBack(): array
    {
        $keptBack = $this->keptBack;
        $this->keptBack = [];

        return $keptBack;
    }

    /** Bytes that wait. */
    public function size(): int
    {
        return $this->bytesWaiting + \count($this->urgent) + \strlen($this->current->bytes ?? '') - $this->taken;
    }

    public function at(): AtPort
    {
        return $this->at;
    }

    /** Goes on from what sounded at the port before. */
    public function resume(AtPort $at): void
    {
        $this->at = $at;
    }

    /**
     * Everything that waits, in the order in which it would leave.
     *
     * @return list<Waiting>
     */
    public function waiting(): array
    {
        return [...$this->urgent, ...null === $this->current ? [] : [$this->current], ...array_values($this->waiting)];
    }

    /** @param \Closure(string): bool $mayLeave */
    private function owe(int $nowUs, \Closure $mayLeave): void
    {
        foreach (array_filter($this->at->silence(), $mayLeave) as $bytes) {
            $this->accept($nowUs, 0, $bytes);
        }
    }

    private function room(int $nowUs): int
    {
        return 0 === $this->byteUs ? self::MOST_AT_ONCE : intdiv(self::AHEAD_US - max(0, $this->freeAt - $nowUs), $this->byteUs);
    }

    private function pick(): void
    {
        $place = array_key_first($this->waiting);
        if (null === $place) {
            return;
        }
        $this->current = $this->waiting[$place];
        $this->taken = 0;
        $this->forget($place);
    }

    /** Leaves out the value of a control that a later one follows, where too much waits. One that has waited so long itself stays: it leaves soon. */
    private function thin(int $nowUs, string $address): void
    {
        $place = $this->latest[$address] ?? null;
        $before = null === $place ? null : $this->waiting[$place] ?? null;
        if (
            null === $place
            || null === $before
            || $this->bytesWaiting * $this->byteUs <= self::THIN_AFTER_US
            || $nowUs - $before->sinceUs > self::THIN_AFTER_US
        ) {
            return;
        }
        $this->forget($place);
        $this->keptBack[] = new KeptBack($before->number, KeptBackFor::Thinned);
    }

    private function forget(int $place): void
    {
        $this->bytesWaiting -= \strlen($this->waiting[$place]->bytes);
        unset($this->waiting[$place]);
    }

    private function empty(KeptBackFor $reason): void
    {
        $ends = [];
        foreach ([...$this->urgent, ...$this->waiting] as $message) {
            if (KeptBackFor::Panic === $reason && $this->at->isEnd($message->bytes)) {
                $ends[] = $message;
            } elseif ($message->number > 0) {
                $this->keptBack[] = new KeptBack($message->number, $reason);
            }
        }
        $this->urgent = $this->waiting = $this->latest = [];
        $this->bytesWaiting = 0;
        $this->endCurrent($reason);
        foreach ($ends as $message) {
            $this->waiting[$this->place++] = $message;
            $this->bytesWaiting += \strlen($message->bytes);
        }
    }

    /** A message that was not begun is left out as well; of one that was, a long one is ended, and any other goes on. */
    private function endCurrent(KeptBackFor $reason): void
    {
        if (null === $this->current || (0 < $this->taken && "\xF0" !== $this->current->bytes[0])) {
            return;
        }
        $cut = $this->current;
        $wasBegun = $this->taken > 0;
        if (!$wasBegun && KeptBackFor::Panic === $reason && $this->at->isEnd($cut->bytes)) {
            return;
        }
        if ($cut->number > 0) {
            $this->keptBack[] = new KeptBack($cut->number, $reason);
        }
        $this->current = $wasBegun ? new Waiting(0, $cut->sinceUs, "\xF0\xF7") : null;
        $this->taken = $wasBegun ? 1 : 0;
    }
}

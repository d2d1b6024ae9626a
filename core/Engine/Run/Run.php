<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Run;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\State\Queue;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Engine\Trace\Trace;

/**
 * A run of a compiled rulebook, as rules see it: what it remembers, what is due, and what it has made.
 *
 * Compiled rules get it as `$e`, and the time as `$t`, in microseconds.
 *
 * Made: time in microseconds, position of the out port, bytes of one whole message; of a pulse no bytes, and its length in microseconds.
 * PutOff: a method and what it is called with.
 *
 * @phpstan-type Made array{0: int, 1: int, 2: string, 3?: int}
 * @phpstan-type PutOff array{string, int, int, int, int, int, string, int, int|string, int}
 */
final class Run
{
    public readonly State $state;
    public readonly Queue $queue;
    public readonly ?Trace $trace;
    /** @var list<Made> messages made and not yet taken */
    public array $out = [];
    /** Who ends what a rule sends below the step that it is at, while that step may end what the rule has begun; null else. */
    public int|string|null $atHand = null;

    /** @param list<class-string<Follower>> $followers who keep account of notes in this rulebook */
    public function __construct(public readonly CompiledBook $book, bool $traced, public readonly InPorts $inPorts, public readonly array $followers)
    {
        $this->state = new State($book);
        $this->queue = new Queue();
        $this->trace = $traced ? new Trace($book) : null;
    }

    public function emit(int $t, int $port, string $bytes): void
    {
        $this->out[] = [$t, $port, $bytes];
        $this->trace?->out($t, $port, $bytes);
    }

    /**
     * Sends messages that belong together; the trace shows them as one.
     *
     * @param list<string> $messages
     */
    public function emitTogether(int $t, int $port, array $messages, int $kind, int $ch, int $n, int $v): void
    {
        foreach ($messages as $bytes) {
            $this->out[] = [$t, $port, $bytes];
        }
        $this->trace?->together($t, $port, $messages, $kind, $ch, $n, $v);
    }

    /** Sends a timing pulse. */
    public function pulse(int $t, int $port, int $lengthUs): void
    {
        $this->out[] = [$t, $port, '', $lengthUs];
        $this->trace?->out($t, $port, '');
    }

    /**
     * @param list<mixed> $arguments
     * @param string $key takes the place of what is due under the same key; '' for none
     */
    public function later(int $t, string $do, array $arguments, string $key = ''): void
    {
        $this->queue->add($t, $do, $arguments, $this->trace?->originNow(), null, $key);
        $this->trace?->later($t);
    }

    /**
     * Runs a method of the compiled rulebook.
     *
     * @param int $index place of the message in the list that asked for it, from 1; 0 where there is none
     */
    public function call(string $method, int $t, int $port, int $ch, int $n, int $v, int $rel, string $raw, int $ctl, int|string $own, int $index = 0): int
    {
        /** @var int */
        return $this->book->{$method}($this, $t, $port, $ch, $n, $v, $rel, $raw, $ctl, $own, $index);
    }

    /** @param list<mixed> $call method and arguments, as a continuation was put off with */
    public function callLater(int $t, array $call): void
    {
        /** @var PutOff $call */
        [$method, $port, $ch, $n, $v, $rel, $raw, $ctl, $own, $index] = $call;
        $this->call($method, $t, $port, $ch, $n, $v, $rel, $raw, $ctl, $own, $index);
    }
}

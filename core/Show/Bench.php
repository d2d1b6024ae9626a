<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show;

use ZigzagPost\Core\Engine\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes;

/**
 * A rulebook at work between simulated devices: what is played goes in, what comes out is heard.
 *
 * @phpstan-import-type TraceRecord from \ZigzagPost\Core\Engine\Trace
 * @phpstan-import-type Late from \ZigzagPost\Core\Engine\Trace
 */
final class Bench
{
    /** @var array<int, Receiver> by out port */
    private array $receivers = [];

    private function __construct(private Engine $engine)
    {
        $this->seat();
    }

    public static function start(CompiledBook $book): self
    {
        $bench = new self(new Engine($book, true));
        $bench->engine->start();
        $bench->hear();

        return $bench;
    }

    /** @param array<string, mixed> $saved what save() gave, for the same rulebook */
    public static function load(CompiledBook $book, array $saved): self
    {
        /** @var array{engine: array<string, mixed>, receivers: array<string, array<mixed>>} $saved */
        $bench = new self(Engine::load($book, $saved['engine'], true));
        foreach ($bench->receivers as $port => $receiver) {
            $name = $book->ports()[$port];
            if (isset($saved['receivers'][$name])) {
                $receiver->restore($saved['receivers'][$name]);
            }
        }

        return $bench;
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        $receivers = [];
        foreach ($this->receivers as $port => $receiver) {
            $receivers[$this->engine->book->ports()[$port]] = $receiver->save();
        }

        return ['engine' => $this->engine->save(), 'receivers' => $receivers];
    }

    /** Plays bytes into an in port at a time in microseconds. False when there is no such port. */
    public function feed(int $timeUs, string $port, string $bytes): bool
    {
        $index = $this->engine->book->inPort($port);
        if (null === $index) {
            return false;
        }
        $this->engine->feed($timeUs, $index, $bytes);
        $this->hear();

        return true;
    }

    public function advance(int $timeUs): void
    {
        $this->engine->advance($timeUs);
        $this->hear();
    }

    public function panic(int $timeUs): void
    {
        $this->engine->advance($timeUs);
        $this->engine->panic(max($timeUs, $this->engine->state->now));
        $this->hear();
    }

    /** Changes to a scene by its position. */
    public function go(int $scene, int $timeUs): bool
    {
        $this->engine->advance($timeUs);
        $went = Scenes::go($this->engine, $scene, max($timeUs, $this->engine->state->now));
        $this->hear();

        return $went;
    }

    /** @return array{titles: list<string>, current: int} */
    public function scenes(): array
    {
        return ['titles' => $this->engine->book->scenes(), 'current' => $this->engine->state->scene];
    }

    /** Goes on with another rulebook: what sounds now still ends when its key is let go. */
    public function change(CompiledBook $book): void
    {
        $new = $this->engine->withBook($book);
        $this->hear();
        $receivers = [];
        foreach ($this->receivers as $port => $receiver) {
            $receivers[$this->engine->book->ports()[$port]] = $receiver;
        }
        $this->engine = $new;
        $this->seat($receivers);
    }

    /** @return array{list<TraceRecord>, list<Late>, list<array{int, int}>, list<int>} */
    public function takeTrace(): array
    {
        return $this->engine->trace?->take() ?? [[], [], [], []];
    }

    public function nextDueUs(): ?int
    {
        return $this->engine->nextDue();
    }

    /** @return list<array{title: string, line: int, hits: int, dropped: int, rejected: int}> */
    public function rules(): array
    {
        $state = $this->engine->state;
        $rules = [];
        foreach ($this->engine->book->rules() as $index => [$title, $line]) {
            $rules[] = ['title' => $title, 'line' => $line, 'hits' => $state->hits[$index], 'dropped' => $state->dropped[$index], 'rejected' => $state->rejected[$index]];
        }

        return $rules;
    }

    /** @return list<array{port: string, in: bool, messages: int, unclaimed: int, faults: int}> */
    public function ports(): array
    {
        $state = $this->engine->state;
        $ports = [];
        foreach ($this->engine->book->ports() as $index => $name) {
            $isIn = null !== $this->engine->book->inPort($name);
            $ports[] = ['port' => $name, 'in' => $isIn, 'messages' => $isIn ? $state->in[$index] : $state->sent[$index], 'unclaimed' => $state->unclaimed[$index], 'faults' => array_sum($state->faults[$index])];
        }

        return $ports;
    }

    /** @return list<array{port: string, view: array<string, mixed>}> */
    public function receivers(): array
    {
        $views = [];
        foreach ($this->receivers as $port => $receiver) {
            $views[] = ['port' => $this->engine->book->ports()[$port], 'view' => $receiver->view()];
        }

        return $views;
    }

    /** @return array<string, int> */
    public function memories(): array
    {
        return $this->engine->state->memories;
    }

    private function hear(): void
    {
        foreach ($this->engine->take() as $made) {
            ($this->receivers[$made[1]] ?? null)?->hear($made[0], $made[2], $made[3] ?? null);
        }
    }

    /** @param array<string, Receiver> $kept receivers that go on, by port */
    private function seat(array $kept = []): void
    {
        $this->receivers = [];
        foreach ($this->engine->book->ports() as $index => $name) {
            if (null === $this->engine->book->inPort($name)) {
                $this->receivers[$index] = $kept[$name] ?? StandIns::receiver($name);
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Tape\BadState;
use ZigzagPost\Core\Engine\Tape\SavedRun;

/** Where a live run stood, as bytes, so that the journal can begin anew: with a sum that shows damage, tied to its rulebook. */
final class Checkpoint
{
    private const MARK = "zigzag live 1\n";
    private const SUM = 16;

    public static function write(Standing $standing): string
    {
        $state = serialize([
            'rules' => $standing->course->rules,
            'run' => SavedRun::write($standing->course->engine),
            'timeUs' => $standing->timeUs,
            'ports' => $standing->course->ports->names,
            'numbers' => $standing->numbers,
            'waiting' => array_map(
                static fn (array $waiting): array => array_map(
                    static fn (Waiting $each): array => ['number' => $each->number, 'sinceUs' => $each->sinceUs, 'bytes' => $each->bytes],
                    $waiting,
                ),
                $standing->waiting,
            ),
            'begun' => $standing->begun,
            'at' => array_map(static fn (AtPort $at): array => $at->save(), $standing->at),
            'holdings' => array_map(static fn (Holding $holding): array => $holding->save(), $standing->holdings),
        ]);

        return self::MARK.hash('xxh128', $state, true).$state;
    }

    /**
     * @param \Closure(string): CompiledBook $books
     * @param array<string, true> $outlets names of out ports at which something is connected
     *
     * @throws BadState where these are no such bytes, are damaged, or are of another rulebook
     */
    public static function read(string $bytes, \Closure $books, array $outlets): Standing
    {
        $state = substr($bytes, \strlen(self::MARK) + self::SUM);
        if (!str_starts_with($bytes, self::MARK) || substr($bytes, \strlen(self::MARK), self::SUM) !== hash('xxh128', $state, true)) {
            throw BadState::damaged();
        }
        /**
         * @var array{rules: string, run: string, timeUs: int, ports: list<string>, numbers: array<int, int>,
         *     waiting: array<int, array<int, array{number: int, sinceUs: int, bytes: string}>>, begun: array<int, int>,
         *     at: array<int, array{keys: list<string>, carried: list<int>}>, holdings: array<int, array<string, mixed>>} $saved
         */
        $saved = unserialize($state, ['allowed_classes' => false]);
        $engine = SavedRun::read($saved['run'], $books($saved['rules']), false);
        $standing = new Standing(new Course($engine, $books, $saved['ports'], $saved['rules']), $outlets);
        [$standing->timeUs, $standing->numbers, $standing->begun] = [$saved['timeUs'], $saved['numbers'], $saved['begun']];
        $standing->waiting = array_map(
            static fn (array $waiting): array => array_map(
                static fn (array $each): Waiting => new Waiting($each['number'], $each['sinceUs'], $each['bytes']),
                $waiting,
            ),
            $saved['waiting'],
        );
        $standing->at = array_map(AtPort::load(...), $saved['at']);
        foreach ($saved['holdings'] as $port => $holding) {
            $standing->holdings[$port] = Holding::load($holding);
        }

        return $standing;
    }
}

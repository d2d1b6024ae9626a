<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/**
 * What leaves the post and comes back to it over leads and hubs, played until it stops, or does not.
 *
 * @phpstan-import-type Made from Run
 */
final readonly class Echoes
{
    /** Times that a message goes round before it counts as going round for ever, if it has come by before as it is; or however it comes. */
    private const SOME_ROUNDS = 12;
    private const MOST_ROUNDS = 150;
    private const ROUND_US = 10_000;
    /** What is delayed for longer than this is not waited for. */
    private const LONGEST_DELAY_US = 2_000_000;
    private const MOST_AT_ONCE = 64;
    private const MOST_STEPS = 200;

    /** @var array<int, list<Circle>> ways back, by the position of the out port that they begin at */
    private array $ways;

    public function __construct(Setup $setup, Graph $graph, private CompiledBook $book)
    {
        $ways = [];
        foreach ($book->ports() as $index => $port) {
            foreach (true === ($setup->book->ports[$port] ?? null)?->isOut ? $graph->waysFrom(new Socket(LeadEnd::POST, $port, true))->ways : [] as $way) {
                $end = $way[\count($way) - 1]->to;
                $in = LeadEnd::POST === $end->unit && !$end->isOut ? Post::port($end->at)->port : null;
                if (null !== $in && null !== $book->inPort($in) && [] === array_filter($way, static fn (Hop $hop): bool => null !== $hop->off)) {
                    $ways[$index][] = new Circle($port, $in, $way);
                }
            }
        }
        $this->ways = $ways;
    }

    /** @return list<string> in ports at which something comes back */
    public function inPorts(): array
    {
        return array_values(array_unique(array_map(static fn (Circle $circle): string => $circle->in, array_merge(...$this->ways))));
    }

    /**
     * The way on which a message goes round for ever, in one scene; null where it comes to an end.
     *
     * @param string $bytes one message, or the controllers of a parameter number with its value
     */
    public function endless(string $port, string $bytes, int $scene): ?Circle
    {
        $engine = new Engine($this->book);
        $engine->start();
        Scenes::go($engine->run, $scene, 0);
        $engine->take();
        $isRealTime = \ord($bytes[0] ?? "\0") >= 0xF8;
        $inputs = [[$port, $bytes]];
        $last = null;
        $seen = [];
        for ($round = 1; $round <= self::MOST_ROUNDS; ++$round) {
            $came = implode(' ', array_merge(...$inputs));
            if ($round > self::SOME_ROUNDS && isset($seen[$came])) {
                return $last;
            }
            $seen[$came] = true;
            $t = max($engine->state->now, $round * self::ROUND_US);
            foreach ($inputs as [$in, $message]) {
                $engine->feed($t, (int) $this->book->inPort($in), $message);
            }
            $inputs = [];
            foreach ($isRealTime ? $engine->take() : $this->drained($engine) as [, $out, $message]) {
                $isOther = !$isRealTime && \ord($message[0] ?? "\xFF") >= 0xF8; // a clock that runs by itself
                foreach ($isOther ? [] : $this->ways[$out] ?? [] as $circle) {
                    if (\count($inputs) < self::MOST_AT_ONCE && Hop::passes($circle->way, $message)) {
                        $inputs[] = [$circle->in, $message];
                        $last = $circle;
                    }
                }
            }
            if ([] === $inputs) {
                return null;
            }
        }

        return $last;
    }

    /** @return list<Made> what goes out now and, where it is delayed, a little later */
    private function drained(Engine $engine): array
    {
        $out = $engine->take();
        $until = $engine->state->now + self::LONGEST_DELAY_US;
        for ($step = 0; [] === $out && $step < self::MOST_STEPS && ($engine->nextDue() ?? \PHP_INT_MAX) <= $until; ++$step) {
            $engine->advance((int) $engine->nextDue());
            $out = array_values(array_filter($engine->take(), static fn (array $each): bool => \ord($each[2][0] ?? "\xFF") < 0xF8));
        }

        return $out;
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Index\SentControl;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\RigWorld;

/** What controls do to parameters in a scene, found by playing each from one end to the other in the simulated rig, with rules that send at once. */
final class Moves
{
    /** Places at which a finer control is tried. */
    private const MOST_PLACES = 257;
    private const AT_US = 10_000_000;
    private const STEP_US = 1_000_000;

    /** @var array<string, array<string, MoveCurve>> by control and scene */
    private array $curves = [];
    /** @var array<string, array<string, int|null>> */
    private array $set = [];

    public function __construct(private readonly Setup $setup, private readonly CompiledBook $book)
    {
    }

    /** @return list<int> places of a control from its one end to the other */
    public static function places(ControlMessage $message): array
    {
        [$first, $last] = [$message->first, $message->last];
        if ($message->isTwoState) {
            return [$last, $first];
        }
        if (abs($last - $first) < self::MOST_PLACES) {
            return range($first, $last);
        }

        return array_map(
            static fn (int $index): int => $first + (int) round((($last - $first) * $index) / (self::MOST_PLACES - 1)),
            range(0, self::MOST_PLACES - 1),
        );
    }

    /**
     * Where a control puts each parameter in a scene, by its place.
     *
     * @return array<string, MoveCurve> by key of the parameter
     */
    public function curves(SentControl $sent, int $scene): array
    {
        return $this->curves["{$sent->key()} {$scene}"] ??= $this->played($sent->messages[0], $scene);
    }

    /**
     * What a change of scene sets: a value, or null where nobody knows what a program stores.
     *
     * @param int|null $from null at the start of a run
     *
     * @return array<string, int|null> by key of the parameter
     */
    public function set(?int $from, int $to): array
    {
        return $this->set["{$from} {$to}"] ??= $this->entered($from, $to);
    }

    /** @return array<string, MoveCurve> */
    private function played(ControlMessage $message, int $scene): array
    {
        $world = new RigWorld($this->setup, $this->book);
        if ($scene > 0) {
            $world->go(self::STEP_US, $scene);
        }
        $port = (int) $this->book->inPort($message->ports[0]);
        $places = self::places($message);
        $at = self::AT_US;
        $found = $parameters = [];
        foreach ([$places[\count($places) - 1], ...$places] as $index => $place) {
            foreach ($world->play($at += self::STEP_US, $port, Hand::at($message, $place), self::STEP_US - 1) as $heard) {
                if (Heard::PARAMETER === $heard->what && $world->engine->state->scene === $scene) {
                    $parameter = new MovedParameter($heard->unit, $heard->title);
                    $parameters[$parameter->key()] = $parameter;
                    $found[$parameter->key()][$index] = $heard->value;
                }
            }
        }
        $curves = [];
        foreach ($found as $key => $values) {
            // The first move only brings it to its beginning; where a place sends nothing, the parameter stays.
            $stands = $values[1] ?? $values[array_key_first($values)];
            $curve = [];
            foreach (array_keys($places) as $index) {
                $curve[] = $stands = $values[$index + 1] ?? $stands;
            }
            $curves[$key] = new MoveCurve($parameters[$key], [] === $curve ? [$stands] : $curve);
        }

        return $curves;
    }

    /** @return array<string, int|null> */
    private function entered(?int $from, int $to): array
    {
        $world = new RigWorld($this->setup, $this->book);
        if (null !== $from && $from > 0) {
            $world->go(self::STEP_US, $from);
        }
        $set = [];
        foreach ($world->go(self::AT_US, $to) as $heard) {
            if (Heard::PARAMETER === $heard->what) {
                $set[(new MovedParameter($heard->unit, $heard->title))->key()] = $world->devices[$heard->unit]->values()[$heard->title] ?? null;
            } elseif (Heard::PROGRAM === $heard->what) {
                foreach ($world->devices[$heard->unit]->box->chart->parameters ?? [] as $parameter) {
                    if (true === $parameter->stored) {
                        $moved = new MovedParameter($heard->unit, $parameter->name);
                        $set[$moved->key()] = $world->devices[$heard->unit]->values()[$parameter->name] ?? null;
                    }
                }
            }
        }

        return $set;
    }
}

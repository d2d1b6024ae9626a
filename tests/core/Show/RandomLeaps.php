<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

/** Random rules for two faders, one parameter and three scenes, and all that can happen before a change of scene. */
final class RandomLeaps
{
    private const SCENES = ['A', 'B', 'C'];

    public readonly string $book;
    /** @var array<string, int> what scenes set */
    private array $sets = [];
    /** @var array<string, array<string, string>> title of the rule that takes a fader, by fader and scene */
    private array $takes = [];

    public function __construct(int $seed)
    {
        mt_srand($seed);
        $always = '';
        $bound = array_fill_keys(self::SCENES, '');
        $takeover = static fn (): string => ['', ' pickup', ' scaled'][mt_rand(0, 2)];
        foreach (['One', 'Two'] as $fader) {
            $everywhere = 0 === mt_rand(0, 2);
            if ($everywhere) {
                $always .= "rule \"{$fader}\"\n  take strip \"{$fader}\"\n  turn box \"Level\"{$takeover()}\n\n";
            }
            foreach (self::SCENES as $scene) {
                if ($everywhere) {
                    $this->takes[$fader][$scene] = $fader;
                } elseif (0 === mt_rand(0, 2)) {
                    $this->takes[$fader][$scene] = "{$fader} {$scene}";
                    $bound[$scene] .= "rule \"{$fader} {$scene}\"\n  take strip \"{$fader}\"\n  turn box \"Level\"{$takeover()}\n\n";
                }
            }
        }
        $text = "port strip in\nport boxes out\n\n";
        foreach (self::SCENES as $scene) {
            if (0 === mt_rand(0, 1)) {
                $this->sets[$scene] = mt_rand(0, 100);
            }
            $text .= "scene \"{$scene}\"\n".(isset($this->sets[$scene]) ? "  on enter turn box \"Level\" to {$this->sets[$scene]}\n" : '')."\n{$bound[$scene]}";
        }
        $this->book = "{$text}always\n\n{$always}";
    }

    /**
     * What can have happened before a fader is moved for the first time in a scene: deeds, and the places where it can stand then.
     *
     * @param non-empty-list<int> $places
     *
     * @return list<array{deeds: list<array{string, int|null}>, start: list<int>}>
     */
    public function histories(string $fader, ?string $from, string $to, array $places): array
    {
        if (null === $from) {
            return [['deeds' => [], 'start' => $places]];
        }
        $other = 'One' === $fader ? 'Two' : 'One';
        [$low, $high] = [$places[0], $places[\count($places) - 1]];
        $used = static fn (string $each, int $place): array => [[$each, $low], [$each, $high], [$each, $place]];
        $isMoved = isset($this->takes[$fader][$from]) || isset($this->takes[$other][$from]);
        $isStale = ($this->takes[$fader][$to] ?? null) !== ($this->takes[$fader][$from] ?? null);
        $befores = [[[], $places]];
        foreach (!$isMoved || $isStale || isset($this->sets[$from]) ? self::SCENES : [] as $scene) {
            foreach ($places as $place) {
                $befores[] = [[[$scene, null], ...$used($fader, $place)], [$place]];
            }
            foreach ([$low, $high] as $end) {
                $befores[] = [[[$scene, null], ...$used($other, $end)], $places];
            }
        }
        $histories = [];
        foreach ($befores as [$deeds, $start]) {
            $arrived = [...$deeds, [$from, null]];
            $isFree = !$isMoved || isset($this->sets[$from]);
            if ($isFree) {
                $histories[] = ['deeds' => [...$arrived, [$to, null]], 'start' => $start];
            }
            foreach (isset($this->takes[$other][$from]) ? [$low, $high] : [] as $end) {
                $histories[] = ['deeds' => [...$arrived, ...$used($other, $end), [$to, null]], 'start' => $start];
                foreach ($places as $place) {
                    $histories[] = ['deeds' => [...$arrived, ...$used($fader, $place), ...$used($other, $end), [$to, null]], 'start' => [$place]];
                }
            }
            foreach ($isFree ? $places : [] as $place) {
                $histories[] = ['deeds' => [...$arrived, [$fader, $place], [$to, null]], 'start' => [$place]];
            }
            foreach ($isFree || isset($this->takes[$fader][$from]) ? $places : [] as $place) {
                $histories[] = ['deeds' => [...$arrived, ...$used($fader, $place), [$to, null]], 'start' => [$place]];
            }
        }

        return $histories;
    }
}

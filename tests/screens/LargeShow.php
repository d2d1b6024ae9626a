<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Screens;

use ZigzagPost\Core\Data\Json;

/**
 * A show as large as any that is carried: 60 units on 18 + 7 ports, 124 leads, 300 rules, 40 scenes, 30 songs, 200 kept tapes, charts of
 * 800 parameters and 512 programs; or any other number of units, for the picture of the rig.
 */
final readonly class LargeShow
{
    private const PLACES = ['stage left', 'stage right', 'drum riser', 'lamp desk', 'rack, upper', 'rack, lower', 'pit'];
    private const COLOURS = [['amber', '#D08030'], ['blue', '#5080C0'], ['violet', '#9060B0'], ['green', '#40A060'], ['red', '#C05050']];

    private int $senders;
    private int $hubs;
    private int $supplies;
    private int $receivers;

    public function __construct(int $units = 60, private int $rules = 300, private int $scenes = 40, private int $songs = 30, private int $tapes = 200)
    {
        $this->senders = max(1, intdiv($units * 18, 60));
        $this->hubs = intdiv($units * 7, 60);
        $this->supplies = intdiv($units * 4, 60);
        $this->receivers = $units - $this->senders - $this->hubs - $this->supplies;
    }

    public function rig(): string
    {
        $charts = array_map(static fn (array $chart): array => ['revision' => 1, 'chart' => $chart], LargeCharts::all());

        return Json::encode((object) ['schema' => 1, 'name' => 'The long crossing', 'charts' => $charts, 'units' => $this->units(), 'leads' => $this->leads(),
            'rulebook' => $this->book(), 'show' => $this->show(), 'proofs' => $this->proofs()]);
    }

    /** @return list<array<string, mixed>> */
    private function units(): array
    {
        $units = [];
        for ($n = 1; $n <= $this->senders; ++$n) {
            [$chart, $label] = [['board', 'Foot board'], ['keys', 'Keys'], ['strip', 'Fader strip']][$n % 3];
            $units[] = $this->unit($this->sender($n), $chart, "{$label} {$n}", $n, 1 + ($n - 1) % 16);
        }
        for ($n = 1; $n <= $this->hubs; ++$n) {
            $units[] = $this->unit("fork{$n}", 'hub', "Fork {$n}", $n, null);
        }
        for ($n = 1; $n <= $this->receivers; ++$n) {
            [$chart, $label] = $this->isGreat($n) ? ['great', 'Heron'] : ['small', 'Wren'];
            $units[] = $this->unit($this->receiver($n), $chart, "{$label} {$n}", $n, 1 + intdiv($n - 1, max(1, $this->hubs)) % 16);
        }
        for ($n = 1; $n <= $this->supplies; ++$n) {
            $units[] = $this->unit("ember{$n}", 'supply', "Ember {$n}", $n, null);
        }

        return $units;
    }

    /** @return array<string, mixed> */
    private function unit(string $name, string $chart, string $label, int $number, ?int $channel): array
    {
        [$word, $hex] = self::COLOURS[$number % \count(self::COLOURS)];

        return ['name' => $name, 'chart' => ['id' => $chart, 'revision' => 1], 'label' => $label, 'colour' => ['word' => $word, 'hex' => $hex],
            'place' => self::PLACES[$number % \count(self::PLACES)],
            'settings' => (object) (null === $channel ? [] : ['channel' => ['value' => $channel, 'state' => 'set', 'at' => '2026-11-20', 'by' => 'Ada']])];
    }

    /** @return list<array<string, mixed>> */
    private function leads(): array
    {
        $leads = [];
        for ($n = 1; $n <= $this->senders; ++$n) {
            $leads[] = self::lead("in {$n}", [$this->sender($n), 'out'], ['post', $this->sender($n).(1 === $n % 3 ? '' : ' in')], 'DIN cable');
            if (1 !== $n % 3) {
                $leads[] = self::lead("lamps {$n}", ['post', "{$this->sender($n)} out"], [$this->sender($n), 'in'], 'DIN cable');
            }
        }
        for ($n = 1; $n <= $this->hubs; ++$n) {
            $leads[] = self::lead("line {$n}", ['post', "line{$n}"], ["fork{$n}", 'in'], 'DIN cable');
        }
        for ($n = 1; $n <= $this->receivers; ++$n) {
            [$hub, $out] = [1 + ($n - 1) % max(1, $this->hubs), 1 + intdiv($n - 1, max(1, $this->hubs))];
            $from = 0 === $this->hubs ? ['post', "line{$n}"] : ($out <= 6 ? ["fork{$hub}", "out{$out}"] : [$this->receiver($n - $this->hubs), 'thru']);
            $leads[] = self::lead("out {$n}", $from, [$this->receiver($n), 'in'], 'DIN cable');
        }
        $fed = [...array_map($this->sender(...), range(1, $this->senders)), ...array_map($this->receiver(...), range(1, $this->receivers)),
            ...(0 === $this->hubs ? [] : array_map(static fn (int $n): string => "fork{$n}", range(1, $this->hubs)))];
        foreach (\array_slice($fed, 0, 16 * $this->supplies) as $index => $unit) {
            $leads[] = self::lead("power {$unit}", ['ember'.(1 + intdiv($index, 16)), 'o'.(1 + $index % 16)], [$unit, 'dc'], 'barrel cable');
        }

        return $leads;
    }

    /**
     * @param array{string, string} $from
     * @param array{string, string} $to
     *
     * @return array<string, mixed>
     */
    private static function lead(string $id, array $from, array $to, string $what): array
    {
        return ['id' => $id, 'a' => ['unit' => $from[0], 'plug' => $from[1]], 'b' => ['unit' => $to[0], 'plug' => $to[1]],
            'parts' => [['what' => $what, 'map' => 'straight', 'lengthM' => 3]]];
    }

    private function book(): string
    {
        $lines = ['rulebook "The long crossing"', ''];
        for ($n = 1; $n <= $this->senders; ++$n) {
            $lines[] = "port {$this->sender($n)} in".(1 === $n % 3 ? '' : ' out');
        }
        for ($n = 1; $n <= max($this->hubs, 0 === $this->hubs ? $this->receivers : 0); ++$n) {
            $lines[] = "port line{$n} out";
        }
        for ($scene = 1; $scene <= $this->scenes; ++$scene) {
            array_push($lines, '', "scene \"Scene {$scene}\"");
            for ($unit = 1; $unit <= min(12, $this->receivers); ++$unit) {
                $lines[] = "  on enter recall {$this->receiver($unit)} ".(1 + ($scene * 7 + $unit * 3) % 99);
            }
        }
        array_push($lines, '', 'always');
        for ($rule = 1; $rule <= $this->rules; ++$rule) {
            array_push($lines, '', ...$this->rule($rule));
        }

        return implode("\n", $lines)."\n";
    }

    /** @return list<string> */
    private function rule(int $rule): array
    {
        $sender = 1 + ($rule - 1) % $this->senders;
        $turn = 1 + intdiv($rule - 1, $this->senders);
        $to = $this->receiver(1 + $rule % $this->receivers);
        $takes = match ($sender % 3) {
            0 => ["  take {$this->sender($sender)} \"Switch ".(1 + ($turn - 1) % 10).'"', 0 === $turn % 2 ? '  press' : '  toggle'],
            1 => ["  from {$this->sender($sender)}", '  take note key '.(36 + $turn % 60)],
            default => ["  take {$this->sender($sender)} \"Fader ".(1 + ($turn - 1) % 16).'"'],
        };
        $does = match ($sender % 3) {
            0 => 0 === $turn % 2 ? '  go '.(1 + $rule % $this->scenes) : $this->moves(1 + $rule % $this->receivers),
            1 => $this->isGreat(1 + $rule % $this->receivers) ? "  play {$to}" : '  drop',
            default => $this->moves(1 + $rule % $this->receivers),
        };

        return ["rule \"Rule {$rule}\"", ...$takes, $does];
    }

    private function moves(int $receiver): string
    {
        return "  turn {$this->receiver($receiver)} \"".($this->isGreat($receiver) ? 'Part 1 Level 1' : 'Mix').'"';
    }

    /** @return array<string, mixed> */
    private function show(): array
    {
        $songs = [];
        for ($song = 1; $song <= $this->songs; ++$song) {
            $scenes = ['Scene '.(1 + ($song - 1) % $this->scenes), 'Scene '.(1 + $song % $this->scenes)];
            $songs[] = ['id' => "song{$song}", 'title' => "Song {$song}", 'scenes' => $scenes,
                'tempo' => 80 + $song, 'lengthS' => 180 + $song, 'key' => 'D minor', 'notes' => "Watch the lamps in bar {$song}.", 'jobs' => []];
        }

        return ['songs' => $songs, 'setLists' => [['name' => 'Whole evening', 'songs' => array_column($songs, 'id')]], 'loaded' => 'Whole evening',
            'columns' => array_map($this->receiver(...), range(1, min(12, $this->receivers)))];
    }

    /** @return list<array<string, string>> */
    private function proofs(): array
    {
        $proofs = [];
        for ($tape = 1; $tape <= $this->tapes; ++$tape) {
            $sender = 3 * (1 + $tape % max(1, intdiv($this->senders, 3)));
            $status = \sprintf('B%X', ($sender - 1) % 16);
            $number = \sprintf('%02X', 80 + $tape % 10);
            $port = $this->sender($sender);
            $proofs[] = ['name' => "Tape {$tape}",
                'tape' => "# zigzag tape 1\n1000.000 {$port} {$status} {$number} 7F\n1200.000 {$port} {$status} {$number} 00\n",
                'accepted' => "# zigzag tape 1\n"];
        }

        return $proofs;
    }

    private function sender(int $number): string
    {
        return "hand{$number}";
    }

    private function receiver(int $number): string
    {
        return "voice{$number}";
    }

    private function isGreat(int $receiver): bool
    {
        return 1 === $receiver % 3;
    }
}

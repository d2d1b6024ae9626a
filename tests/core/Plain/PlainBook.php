<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Plain;

/**
 * Random rulebooks of the plainest kind, and what they do, worked out rule by rule without any of the engine: a second opinion.
 *
 * @phpstan-type PlainRule array{scene: int, from: string|null, copy: bool, isNote: bool, lowest: int, highest: int, channel: int|null,
 *     shift: int, octaves: bool, fold: bool, to: int|null, ports: list<string>, does: string|null}
 */
final class PlainBook
{
    private const SCENES = ['Harbour', 'Open Sea'];
    private const PEDAL = 64;

    private int $octave = 0;
    private int $scene = 0;
    /** @var array<string, list<array{string, int, int}>> what each held key began: port, channel, key */
    private array $began = [];
    /** @var array<string, int> how many hold each note that sounds */
    private array $holders = [];
    /** @var list<string> */
    private array $out = [];

    /** @param list<PlainRule> $rules in the order of the text */
    private function __construct(private readonly array $rules)
    {
    }

    public static function random(\Random\Randomizer $random): self
    {
        $rules = [];
        foreach ([-1, 0, 1] as $scene) {
            for ($count = $random->getInt(1, 4); $count > 0; --$count) {
                $isNote = $random->getInt(0, 3) > 0;
                $low = $random->getInt(55, 66);
                $rules[] = [
                    'scene' => $scene,
                    'from' => [null, 'keys', 'pads'][$random->getInt(0, 2)],
                    'copy' => 0 === $random->getInt(0, 2),
                    'isNote' => $isNote,
                    'lowest' => $isNote ? $low : 1,
                    'highest' => $isNote ? $low + $random->getInt(0, 12) : 100,
                    'channel' => [null, 1, 2][$random->getInt(0, 2)],
                    'shift' => [0, 0, 12, -7, 70, -60][$random->getInt(0, 5)],
                    'octaves' => 0 === $random->getInt(0, 1),
                    'fold' => 0 === $random->getInt(0, 1),
                    'to' => [null, 3, 16][$random->getInt(0, 2)],
                    'ports' => [['moths'], ['gulls'], ['moths', 'gulls']][$random->getInt(0, 2)],
                    'does' => [null, null, 'go next', 'go previous', 'remember octave = min(octave + 1, 2)', 'remember octave = 0'][
                        $random->getInt(0, 5)
                    ],
                ];
            }
        }

        return new self($rules);
    }

    public function text(): string
    {
        $text = "port keys in\nport pads in\nport moths out\nport gulls out\nmemory octave = 0\n";
        $scene = -1;
        foreach ($this->rules as $index => $rule) {
            if ($rule['scene'] !== $scene) {
                $scene = $rule['scene'];
                $text .= 'scene "'.self::SCENES[$scene]."\"\n";
            }
            $text .= "rule \"{$index}\"\n".(null === $rule['from'] ? '' : "  from {$rule['from']}\n");
            $text .=
                '  '.
                ($rule['copy'] ? 'copy' : 'take').
                ($rule['isNote'] ? ' note' : " cc {$rule['lowest']}..{$rule['highest']}").
                (null === $rule['channel'] ? '' : " channel {$rule['channel']}").
                ($rule['isNote'] ? " key {$rule['lowest']}..{$rule['highest']}" : '').
                "\n";
            $text .= $rule['isNote']
                ? "  set key = key + {$rule['shift']}".($rule['octaves'] ? ' + 12 * octave' : '').($rule['fold'] ? ' fold' : '')."\n"
                : "  set value = value - {$rule['shift']}\n";
            $text .= null === $rule['to'] ? '' : "  set channel = {$rule['to']}\n";
            $text .= null === $rule['does'] ? '' : "  {$rule['does']}\n";
            $text .= '  send '.implode(', ', $rule['ports'])."\n";
        }

        return $text;
    }

    /** @return array{string, list<string>} a tape, and what the rules make of it */
    public function played(\Random\Randomizer $random, int $events): array
    {
        $tape = '';
        for ($t = 0; $t < $events; ++$t) {
            $port = ['keys', 'pads'][$random->getInt(0, 1)];
            $channel = $random->getInt(1, 3);
            $number = $random->getInt(56, 68);
            $value = $random->getInt(0, 127);
            $status = [0x80, 0x80, 0x90, 0x90, 0xB0][$random->getInt(0, 4)];
            $number = 0xB0 === $status ? [1, self::PEDAL, 100, 101][$random->getInt(0, 3)] : $number;
            $tape .= "{$t} {$port} ".self::hex($status, $channel, $number, $value)."\n";
            0xB0 === $status
                ? $this->controller($t, $port, $channel, $number, $value)
                : $this->note($t, $port, $channel, $number, 0x80 === $status ? -1 : $value, $value);
        }

        return [$tape, $this->out];
    }

    /** @param int $velocity of a note-on; -1 for a note-off */
    private function note(int $t, string $port, int $channel, int $key, int $velocity, int $value): void
    {
        $held = "{$port} {$channel} {$key}";
        if ($velocity <= 0) {
            foreach ($this->began[$held] ?? [] as [$to, $toChannel, $toKey]) {
                $this->let($t, $to, $toChannel, $toKey, $velocity < 0 ? [0x80, $value] : [0x90, 0]);
            }
            unset($this->began[$held]);

            return;
        }
        foreach ($this->asked($port, $channel, true, $key) as $rule) {
            $moved = self::moved($key + $rule['shift'] + ($rule['octaves'] ? 12 * $this->octave : 0), $rule['fold']);
            if (null === $moved) {
                continue; // rejected
            }
            $this->does($rule);
            foreach ($rule['ports'] as $to) {
                $toChannel = $rule['to'] ?? $channel;
                $this->send($t, $to, 0x90, $toChannel, $moved, $velocity);
                $this->holders["{$to} {$toChannel} {$moved}"] = 1 + ($this->holders["{$to} {$toChannel} {$moved}"] ?? 0);
                $this->began[$held][] = [$to, $toChannel, $moved];
            }
        }
    }

    private function controller(int $t, string $port, int $channel, int $number, int $value): void
    {
        foreach ($this->asked($port, $channel, false, $number) as $rule) {
            $this->does($rule);
            foreach ($rule['ports'] as $to) {
                $this->send($t, $to, 0xB0, $rule['to'] ?? $channel, $number, max(0, min(127, $value - $rule['shift'])));
            }
        }
    }

    /** @param array{int, int} $form status and release velocity */
    private function let(int $t, string $port, int $channel, int $key, array $form): void
    {
        if (0 === --$this->holders["{$port} {$channel} {$key}"]) {
            $this->send($t, $port, $form[0], $channel, $key, $form[1]);
        }
    }

    /** @return list<PlainRule> the rules that a message gets to, of the scene in which it came */
    private function asked(string $port, int $channel, bool $isNote, int $number): array
    {
        $asked = [];
        foreach ($this->rules as $rule) {
            $fits =
                $rule['isNote'] === $isNote
                && ($rule['from'] ?? $port) === $port
                && ($rule['channel'] ?? $channel) === $channel
                && $number >= $rule['lowest']
                && $number <= $rule['highest']
                && \in_array($rule['scene'], [-1, $this->scene], true);
            if ($fits) {
                $asked[] = $rule;
                if (!$rule['copy']) {
                    break;
                }
            }
        }

        return $asked;
    }

    /** @param PlainRule $rule */
    private function does(array $rule): void
    {
        match ($rule['does']) {
            'go next' => ($this->scene = min($this->scene + 1, 1)),
            'go previous' => ($this->scene = max($this->scene - 1, 0)),
            'remember octave = 0' => ($this->octave = 0),
            null => null,
            default => ($this->octave = min($this->octave + 1, 2)),
        };
    }

    private static function moved(int $key, bool $fold): ?int
    {
        while ($fold && $key > 127) {
            $key -= 12;
        }
        while ($fold && $key < 0) {
            $key += 12;
        }

        return $key < 0 || $key > 127 ? null : $key;
    }

    private function send(int $t, string $port, int $status, int $channel, int $number, int $value): void
    {
        $this->out[] = "{$t}.000 {$port} ".self::hex($status, $channel, $number, $value);
    }

    private static function hex(int $status, int $channel, int $number, int $value): string
    {
        return \sprintf('%02X %02X %02X', $status + $channel - 1, $number, $value);
    }
}

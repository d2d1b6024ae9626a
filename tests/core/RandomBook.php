<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

/** Rulebooks and tapes out of a seed: valid, and as odd as they come. */
final class RandomBook
{
    private readonly \Random\Randomizer $random;

    private function __construct(int $seed)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
    }

    public static function text(int $seed): string
    {
        return (new self($seed))->book();
    }

    /** A tape in which every key is let go before the end. */
    public static function tape(int $seed, int $events = 60): string
    {
        return (new self($seed))->events($events);
    }

    /** Whether notes may go on that no key holds: latched ones, and those made from a controller that never comes to 0. */
    public static function mayHoldNotes(string $text): bool
    {
        foreach (preg_split('/^rule /m', $text) ?: [] as $rule) {
            $takesOthers = 1 === preg_match('/^  (?:take|copy) (?!note\b(?! ?,))/m', $rule);
            if (str_contains($rule, 'toggle') || ($takesOthers && str_contains($rule, 'become note'))) {
                return true;
            }
        }

        return false;
    }

    private function book(): string
    {
        $text =
            "rulebook \"Random\"\nport keys in ".
            $this->pick('', 'mpe lower 3', 'mpe lower 15 bend 24').
            "\nport pads in\nport moths out\nport gulls ".
            $this->pick('', 'in ').
            'out'.
            $this->pick('', ' nrpn coarse').
            "\nport fan out mpe ".
            $this->pick('lower 2', 'upper 3 bend 12').
            "\nclock beat\n  tempo 240\n  send moths\n  taps 2 of cc 30 value 127 to gulls\n".
            $this->pick(
                '',
                "scene \"A\"\n  on enter post program 3 to moths\n  on leave post cc 3 value 1 to gulls\n{$this->pick(
                    '',
                    "  on leave release\n",
                    "  on enter choose songs 1\n",
                )}scene \"B\"\n  on enter remember m = 4\n",
            ).
            $this->pick('', "always\n").
            "memory m = 1\nmemory n = -2\ngroup songs of pads cc 20..22{$this->pick(
                '',
                ' or none',
            )}\nstack storm\n  post program m to moths\n  {$this->pick(
                'delay 25ms',
                'release',
                'choose songs m',
                'remember m = songs',
            )}\n  post note 52 for 30ms to gulls{$this->pick(
                '',
                ' after 35ms',
            )}\n  post cc 64 value 127 to moths\ntable kit: 60=40, 61=41, 62=90\ncurve soft: 0=0, 40=90, 127=127\ncurve late: power 2\n";
        $rules = $this->random->getInt(1, 6);
        for ($rule = 0; $rule < $rules; ++$rule) {
            if (0 === $this->random->getInt(0, 7)) {
                $text .= "rule \"{$rule}\"\n".$this->pick('', "  from keys\n").$this->gestures();
                continue;
            }
            $text .= "rule \"{$rule}\"\n".$this->pick('', '', "  from keys\n", "  from pads, keys\n");
            $verb = $this->pick('take', 'take', 'copy');
            $text .= "  {$verb} {$this->selector()}\n".$this->pick('', '', "  {$verb} {$this->selector()}\n");
            $steps = $this->random->getInt(0, 4);
            for ($step = 0; $step < $steps; ++$step) {
                $text .= '  '.$this->step()."\n";
            }
            $text .= $this->pick("  send moths\n", "  send moths, gulls\n", "  send gulls channel 2,3\n", "  drop\n", '');
        }

        return $text;
    }

    private function gestures(): string
    {
        $gesture = $this->pick('short', 'held 50ms', 'twice 20ms');
        $take = $this->pick(
            "  take cc 20..21 {$gesture}\n",
            "  take cc {$gesture} channel 1,2 where value > m\n",
            "  take note {$gesture} key 60..64\n",
            "  take cc 19,22 {$gesture}\n  take note {$gesture} key 61 velocity 20..127\n",
        );

        return $take.
            $this->pick(
                "  become cc 7 value index\n",
                "  become program songs\n",
                "  delay 15ms\n  become cc 8 value value\n",
                "  toggle 3 9\n  become cc 9 value value\n",
            ).
            $this->pick("  send moths\n", "  send moths, gulls\n", "  post note 50 + index for 20ms to moths\n", "  do storm\n");
    }

    private function selector(): string
    {
        $kinds = $this->pick(
            'note',
            'note',
            'note',
            'note key 60..64',
            'cc',
            'cc 20',
            'cc 20..22,64',
            'any',
            'note, cc',
            'program',
            'bend',
            'pressure, polypressure',
            'clock, start',
            'mode',
            'cc 123',
            'sysex',
            'nrpn',
            'rpn',
            'cc14 20',
            'nrpn 1..300, note',
            'mpe',
            'mpe',
            'note, cc 64',
        );

        return $kinds.
            $this->pick('', '', ' channel 1', ' channel 1..2').
            $this->pick('', '', '', ' value 10..127', ' velocity 1..90').
            (\in_array($kinds, ['cc', 'cc 20', 'nrpn'], true) ? $this->pick('', ' changed') : '').
            $this->pick('', '', '', " where {$this->expression('m')}", " where {$this->expression('value')} > 20");
    }

    private function step(): string
    {
        return match ($this->random->getInt(0, 27)) {
            0 => "set key = {$this->expression('key')}".$this->pick('', ' fold'),
            1 => "set value = {$this->expression('value')}",
            2 => 'set channel = '.$this->pick('3', 'channel + 1', 'm', 'clamp(channel * 2, 1, 16)'),
            3 => 'scale value '.
                $this->pick(
                    '0..127 to 127..0',
                    '3..124 to 0..127',
                    '10..20 to -5..200',
                    '0..127 to 0..127 curve soft',
                    '0..127 to 20..90 curve late',
                ),
            4 => 'map key kit'.$this->pick('', ' else drop'),
            5 => 'become cc 20 value '.$this->expression('value'),
            6 => 'become note '.$this->pick('60', '60 + m', '40').$this->pick('', ' velocity value'),
            7 => "only {$this->expression('m')}",
            8 => 'press',
            9 => $this->pick('toggle', 'toggle 5 99'),
            10 => 'post '.
                $this->pick('program 3 channel 7', 'cc 7 value value', 'note 50 velocity 70 for 20ms', 'bend 100', 'sysex F0 7D {value} F7').
                ' to moths',
            11 => 'remember m = '.$this->expression('m'),
            12 => 'send '.$this->pick('moths', 'gulls'),
            14 => 'delay '.$this->pick('15ms', '40ms'),
            15 => 'gate '.$this->pick('10ms', '100ms'),
            16 => 'thin '.$this->pick('20ms', '60ms'),
            17 => 'deadband '.$this->pick('2', '20'),
            18 => 'go '.$this->pick('next', 'previous', '"A"', '"B"', $this->expression('m')),
            19 => 'spread over '.$this->pick('moths x 2, gulls x 2', 'moths x 3 fill', 'gulls x 2 steal none', 'moths channels 4..6', 'gulls x 1'),
            20 => $this->pick(
                'flatten to channel 5',
                'flatten to channel 5 bend 12 priority high pressure channel',
                'flatten to channel 6 priority low pressure cc 11 timbre cc 1',
            ),
            21 => 'fan out to fan',
            22 => $this->pick('tap beat', 'start beat', 'stop beat', 'tempo beat = value + 60', 'follow beat'),
            23 => $this->pick(
                'become nrpn 8:3 value value * 100',
                'become cc14 1 value value * 64',
                'mirror moths',
                'send moths pickup',
                'send gulls scaled',
                'panic',
                'panic moths',
            ),
            24 => $this->pick('divide 2', 'multiply 2'),
            25 => 'do storm',
            26 => $this->pick('release', 'choose songs 2', "choose songs {$this->expression('m')}"),
            27 => 'post '.$this->pick('cc 64 value value', 'note 51 for 40ms', 'program 4').' to gulls after '.$this->pick('10ms', '70ms'),
            default => 'set velocity = '.$this->pick('velocity + 20', '0', '100'),
        };
    }

    private function expression(string $field): string
    {
        $number = (string) $this->random->getInt(-3, 130);

        return $this->pick(
            $field,
            "{$field} + {$number}",
            "{$field} * 2 - 3",
            "{$field} / 3",
            "max({$field}, {$number})",
            "({$field} + m) % 12",
            "not {$field} > {$number}",
            "{$field} = {$number} or m < 3",
            "{$field} / m",
            "abs({$field} - {$number}) / 2 * 3",
            "-{$field}",
            "clamp({$field}, 1, 9)",
            "floor({$field} / 3)",
            "round({$field} / m)",
            "high({$field} * {$number})",
            "low({$field} * {$number})",
            "kit({$field} + m)",
            '0.5 * '.$field,
        );
    }

    private function events(int $count): string
    {
        $tape = '';
        $time = 0;
        for ($i = 0; $i < $count; ++$i) {
            $time += $this->random->getInt(0, 30);
            $port = $this->pick('keys', 'pads');
            $channel = $this->random->getInt(0, 2);
            $key = $this->random->getInt(58, 66);
            $value = $this->random->getInt(0, 127);
            $bytes = match ($this->random->getInt(0, 9)) {
                0, 1, 2, 3 => \sprintf('9%X %02X %02X', $channel, $key, $value),
                4, 5 => \sprintf('8%X %02X %02X', $channel, $key, $value),
                6 => $this->pick(
                    \sprintf('B%X %02X %02X', $channel, $this->random->getInt(19, 23), $value),
                    \sprintf('B%X %02X %02X', $channel, $this->random->getInt(96, 101), $this->random->getInt(0, 2)),
                    \sprintf('B%X 06 %02X', $channel, $value),
                    \sprintf('B%X 26 %02X', $channel, $value),
                    \sprintf('B%X 40 %02X', $channel, $value),
                    \sprintf('D%X %02X', $channel, $value),
                    \sprintf('E%X 00 %02X', $channel, $value),
                    \sprintf('B%X 4A %02X', $channel, $value),
                ),
                7 => \sprintf('%s%X %02X %02X', $this->pick('E', 'A', 'B'), $channel, $this->random->getInt(0, 127), $value),
                8 => $this->pick('F8', 'FA', 'F0 7D 01 F7', 'F2 01 02', 'C1 05', 'D0 44', 'B0 7B 00'),
                default => $this->pick('90 3C', '64', 'F8 3C', 'FD', 'F0 01 80 3C 40'),
            };
            $tape .= "{$time} {$port} {$bytes}\n";
        }
        foreach (['keys', 'pads'] as $port) {
            for ($channel = 0; $channel < 3; ++$channel) {
                for ($key = 0; $key < 128; ++$key) {
                    $tape .= \sprintf("%d %s F6 8%X %02X 40\n", $time + 1, $port, $channel, $key);
                }
            }
        }

        return $tape;
    }

    private function pick(string ...$choices): string
    {
        return $choices[$this->random->getInt(0, \count($choices) - 1)];
    }
}

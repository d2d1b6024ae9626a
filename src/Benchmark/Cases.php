<?php

declare(strict_types=1);

namespace App\Benchmark;

/** The rulebooks that are measured, the messages they get, and the same work written by hand. */
final class Cases
{
    /** @return list<Measurement> */
    public static function all(): array
    {
        return [
            new Measurement('notes', self::notesBook(), self::notes(...), HandWritten::notes(...)),
            new Measurement('controllers', self::controllersBook(), self::controllers(...), HandWritten::controllers(...)),
            new Measurement('NRPN', self::parametersBook(), self::parameters(...), HandWritten::parameters(...)),
            new Measurement('MPE flatten', self::flattenBook(), self::expression(...), HandWritten::flatten(...)),
            new Measurement('spread', self::spreadBook(), self::notes(...), HandWritten::spread(...)),
            new Measurement('20 rules, everything', self::twentyRules(), self::mixed(...), HandWritten::twentyRules(...)),
        ];
    }

    public static function notesBook(): string
    {
        return "port keys in\nport moths out\nrule \"low\"\n  take note key 0..59 channel 1\n  set key = key + 12\n  set channel = 3\n  "
            ."send moths\nrule \"high\"\n  take note key 60..127 channel 1\n  set channel = 4\n  send moths\n";
    }

    public static function controllersBook(): string
    {
        return "port keys in\nport moths out\nrule \"pedal\"\n  take cc 11\n  scale value 3..124 to 0..127\n  send moths channel 7\nrule "
            ."\"faders\"\n  take cc 20..27\n  set number = number + 50\n  set value = 127 - value\n  send moths\n";
    }

    public static function parametersBook(): string
    {
        return "port keys in\nport moths out\nrule \"part\"\n  take nrpn\n  send moths channel 9\n";
    }

    public static function flattenBook(): string
    {
        return "port slab in mpe lower 15 bend 48\nport moths out\nrule \"flat\"\n  take mpe\n  flatten to channel 3 bend 12 timbre drop\n  send moths\n";
    }

    public static function spreadBook(): string
    {
        return "port keys in\nport moths out\nport gulls out\nrule \"eight voices\"\n  take note\n  spread over moths x 4, gulls x 4\n";
    }

    /** @return list<string> whole parameter messages, four controllers each */
    public static function parameters(int $count): array
    {
        $messages = [];
        for ($i = 0; \count($messages) < $count; ++$i) {
            array_push($messages, "\xB0\x63\x08", "\xB0\x62".\chr($i % 8), "\xB0\x06".\chr($i % 128), "\xB0\x26".\chr(($i * 3) % 128));
        }

        return $messages;
    }

    /** @return list<string> single notes on channels in turn, each bent three times */
    public static function expression(int $count): array
    {
        $messages = [];
        for ($i = 0; \count($messages) < $count; ++$i) {
            $channel = 1 + ($i % 10);
            $key = \chr(48 + (($i * 5) % 24));
            $bend = \chr(0xE0 | $channel);
            array_push(
                $messages,
                "{$bend}\x00\x40",
                \chr(0x90 | $channel)."{$key}\x64",
                $bend.\chr($i % 128)."\x42",
                $bend.\chr($i % 128)."\x3E",
                \chr(0x80 | $channel)."{$key}\x40",
            );
        }

        return $messages;
    }

    /** Two rules for notes, a spread, one for a pedal, and a row of controllers, each with its own number. */
    public static function twentyRules(): string
    {
        $book =
            "port keys in\nport moths out\nport gulls out\nrule \"low\"\n  take note key 0..59 channel 1\n  set key = key + 12\n  set "
                ."channel = 3\n  send moths\nrule \"high\"\n  take note key 60..127 channel 1\n  set channel = 4\n  send gulls\nrule "
                    ."\"pedal\"\n  take cc 11\n  scale value 3..124 to 0..127\n  send moths channel 7\nrule \"voices\"\n  take note channel "
                        ."2\n  spread over moths x 2, gulls x 2\nrule \"bend\"\n  take bend\n  send moths, gulls\n";
        for ($i = 0; $i < 15; ++$i) {
            $book .=
                "rule \"fader {$i}\"\n  take cc ".(20 + $i)."\n  set number = ".(60 + $i)."\n  scale value 0..127 to 127..0\n  send gulls\n";
        }

        return $book;
    }

    /** As many rules as wanted, each for a controller and channel of its own. */
    public static function manyRules(int $rules): string
    {
        $book = "port keys in\nport moths out\n";
        for ($i = 0; $i < $rules; ++$i) {
            $book .=
                "rule \"{$i}\"\n  take cc ".$i % 100 .' channel '.(1 + (intdiv($i, 100) % 16))."\n  set value = 127 - value\n  send moths\n";
        }

        return $book;
    }

    /** @return list<string> */
    public static function notes(int $count): array
    {
        $messages = [];
        for ($i = 0; \count($messages) < $count; ++$i) {
            $key = \chr(36 + (($i * 7) % 48));
            array_push($messages, "\x90{$key}\x64", "\x80{$key}\x40");
        }

        return $messages;
    }

    /** @return list<string> */
    public static function controllers(int $count): array
    {
        $messages = [];
        for ($i = 0; $i < $count; ++$i) {
            $messages[] = "\xB0".\chr(0 === $i % 3 ? 11 : 20 + ($i % 8)).\chr(($i * 5) % 128);
        }

        return $messages;
    }

    /** @return list<string> notes, pedal, faders and bend in turn */
    public static function mixed(int $count): array
    {
        $messages = [];
        for ($i = 0; \count($messages) < $count; ++$i) {
            $key = \chr(36 + (($i * 7) % 48));
            $channel = 0 === $i % 4 ? 1 : 0;
            array_push(
                $messages,
                \chr(0x90 | $channel)."{$key}\x64",
                "\xB0\x0B".\chr($i % 128),
                "\xB0".\chr(20 + ($i % 15)).\chr(($i * 3) % 128),
                "\xE0".\chr($i % 128)."\x40",
                \chr(0x80 | $channel)."{$key}\x40",
            );
        }

        return \array_slice($messages, 0, $count);
    }
}

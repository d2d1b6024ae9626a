<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\TapeRun;
use ZigzagPost\Core\Engine\Trace\TraceLine;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Tests\Core\Play;

/** What the trace tells of each message (law 3). */
final class TraceTest extends TestCase
{
    private const PORTS = "port keys in\nport slab in mpe lower 10\nport moths out\nport gulls out\n";

    public function testItTellsTheRuleTheChangeAndWhereItLeft(): void
    {
        [$note] = $this->told("rule \"Low\"\n  take note\n  set channel = 3\n  set key = key - 12\n  send moths\n", '5 keys 90 3C 64');
        self::assertSame('keys', $note['port']);
        self::assertSame('5.000', $note['time']);
        self::assertSame('delivered', $note['fate']);
        self::assertSame('Low', $note['rules'][0]['rule']);
        self::assertSame(5, $note['rules'][0]['line']);
        self::assertSame(
            ['channel 1 3 at 7', 'key C4 C3 at 8'],
            array_map(
                static fn (array $change): string => "{$change['field']} {$change['was']} {$change['now']} at {$change['line']}",
                $note['rules'][0]['changes'],
            ),
        );
        self::assertSame(['5.000 moths 92 30 64'], $this->sent($note));
    }

    public function testACopyIsToldUnderBothRules(): void
    {
        [$note] = $this->told("rule \"copy\"\n  copy note\n  send gulls\nrule \"take\"\n  take note\n  send moths\n", '0 keys 90 3C 64');
        self::assertSame(['copy', 'take'], array_column($note['rules'], 'rule'));
        self::assertSame(['0.000 gulls 90 3C 64', '0.000 moths 90 3C 64'], $this->sent($note));
    }

    public function testAReleaseIsToldUnderTheRuleThatBeganTheNote(): void
    {
        [, , $off] = $this->told(
            "memory m = 0\nrule \"m\"\n  take cc\n  remember m = 1\nrule \"one\"\n  take note where m = 0\n  send moths\nrule \"two\"\n  "
                ."take note\n  send gulls\n",
            "0 keys 90 3C 64\n1 keys B0 01 00\n2 keys 80 3C 40",
        );
        self::assertSame(['one'], array_column($off['rules'], 'rule'));
        self::assertSame(['2.000 moths 80 3C 40'], $this->sent($off));
    }

    public function testWhatGoesOutLaterIsToldWithTheMessageItCameFrom(): void
    {
        $told = $this->told(
            "rule \"echo\"\n  take cc 1\n  send moths\n  delay 30ms\n  send gulls\n  delay 30ms\n  send gulls channel 2\n",
            "0 keys B0 01 05\n20 keys B0 01 06\n200 keys B0 02 00",
        );
        self::assertSame(['0.000 moths B0 01 05', '30.000 gulls B0 01 05', '60.000 gulls B1 01 05'], $this->sent($told[0]));
        self::assertSame(['20.000 moths B0 01 06', '50.000 gulls B0 01 06', '80.000 gulls B1 01 06'], $this->sent($told[1]));
        self::assertSame(['0.000', '20.000', '200.000'], array_column($told, 'time'), 'in the order they came in');
    }

    public function testAValueHeldBackIsDeliveredOrReplaced(): void
    {
        $told = $this->told(
            "rule \"thin\"\n  take cc 1\n  thin 20ms\n  send moths\n",
            "0 keys B0 01 01\n5 keys B0 01 02\n10 keys B0 01 03\n90 keys B0 02 00",
        );
        self::assertSame(['delivered', 'dropped', 'delivered', 'unclaimed'], array_column($told, 'fate'));
        self::assertSame('a later value took its place', $told[1]['reason']);
        self::assertSame(['20.000 moths B0 01 03'], $this->sent($told[2]));
    }

    public function testAStolenVoiceSaysSo(): void
    {
        $told = $this->told("rule \"s\"\n  take note\n  spread over moths x 2\n", "0 keys 90 3C 64\n1 keys 90 3D 64\n2 keys 90 3E 64");
        self::assertSame(['voice 1'], $this->remarks($told[0]));
        self::assertSame(['voice 2'], $this->remarks($told[1]));
        self::assertSame(['makes way', 'voice 1'], $this->remarks($told[2]));
    }

    public function testNoVoiceFreeIsADrop(): void
    {
        $told = $this->told("rule \"s\"\n  take note\n  spread over moths x 1 steal none\n", "0 keys 90 3C 64\n1 keys 90 3D 64");
        self::assertSame(['dropped', 'no voice is free'], [$told[1]['fate'], $told[1]['reason']]);
    }

    public function testMessagesThatBelongTogetherAreOne(): void
    {
        $told = $this->told(
            "rule \"n\"\n  take cc 1\n  become nrpn 8:3 value value * 100\n  send moths\nrule \"p\"\n  take cc 2\n  become program 3 bank 1000\n  send moths\n",
            "0 keys B0 01 02\n1 keys B0 02 00",
        );
        self::assertSame(['0.000 moths B0 63 08 B0 62 03 B0 06 01 B0 26 48'], $this->sent($told[0]));
        self::assertSame('nrpn 8:3 value 200, channel 1', $told[0]['rules'][0]['sent'][0]['text']);
        self::assertSame('program 3 bank 1000, channel 1', $told[1]['rules'][0]['sent'][0]['text']);
    }

    public function testAFlattenedPhraseSaysWhyABendWasNotSent(): void
    {
        $told = $this->told(
            "rule \"f\"\n  take mpe\n  flatten to channel 1\n  send moths\n",
            "0 slab E1 00 41\n1 slab 91 3C 64\n2 slab 92 40 64\n3 slab E1 00 42\n4 slab E2 00 40\n5 slab D4 11",
        );
        self::assertSame(
            ['kept for the next note', null, null, 'another note counts', 'no change', 'no note sounds there'],
            array_column($told, 'reason'),
        );
        self::assertSame(['1.000 moths E0 00 58', '1.000 moths 90 3C 64'], $this->sent($told[1]), 'the bend that was kept comes with its note');
    }

    public function testRejectionsSayWhy(): void
    {
        $told = $this->told(
            "rule \"a\"\n  take cc 1\n  set channel = 17 * value\n  send moths\nrule \"b\"\n  take cc 2\n  set value = 1 / value\n  send "
                ."moths\nrule \"g\"\n  take cc 3\n  go value\n",
            "0 keys B0 01 01\n1 keys B0 02 00\n2 keys B0 03 09",
        );
        self::assertSame(['rejected', 'rejected', 'rejected'], array_column($told, 'fate'));
        self::assertSame('channel out of range', $told[0]['reason']);
        self::assertStringContainsString('zero', (string) $told[1]['reason']);
    }

    public function testAnAssembledGroupIsOneMessageAfterItsParts(): void
    {
        $told = $this->told("rule \"n\"\n  take nrpn\n  become program 1\n  send moths\n", '0 keys B0 63 08 B0 62 03 B0 06 40 B0 26 00');
        self::assertSame(['B0 63 08', 'B0 62 03', 'B0 06 40', 'B0 26 00', 'B0 63 08 B0 62 03 B0 06 40 B0 26 00'], array_column($told, 'bytes'));
        self::assertSame('part of a parameter message or controller pair', $told[0]['reason']);
        self::assertSame(['nrpn 8:3 value 8192, channel 1', 'delivered'], [$told[4]['text'], $told[4]['fate']]);
        self::assertCount(
            4,
            $this->told("rule \"n\"\n  take nrpn\n  send moths\n", '0 keys B0 63 7F B0 62 7F B0 65 7F B0 64 7F'),
            'deselections are told too',
        );
    }

    /**
     * @return list<array{time: string, port: string, text: string, fate: string, reason: string|null, rules: list<array{rule: string,
     *     line: int, changes: list<array{line: int, field: string, was: string, now: string}>, sent: list<array{time: string, port: string,
     *     bytes: string, text: string, remark: string|null}>}>}>
     */
    private function told(string $rules, string $tape): array
    {
        $lines = [];
        $run = new TapeRun(new Engine(Play::traced(self::PORTS.$rules), true), new TapeWriter(Play::stream('')), static function (
            array $record,
        ) use (&$lines): void {
            $lines[] = json_decode(TraceLine::of($record), true, 16, \JSON_THROW_ON_ERROR);
        });
        $run->run(Play::events($tape));

        /**
         * @var list<array{time: string, port: string, text: string, fate: string, reason: string|null, rules: list<array{rule: string,
         *     line: int, changes: list<array{line: int, field: string, was: string, now: string}>, sent: list<array{time: string, port: string,
         *     bytes: string, text: string, remark: string|null}>}>}> $lines
         */
        return $lines;
    }

    /**
     * @param array{rules: list<array{sent: list<array{time: string, port: string, bytes: string}>}>} $record
     *
     * @return list<string>
     */
    private function sent(array $record): array
    {
        return array_map(
            static fn (array $sent): string => "{$sent['time']} {$sent['port']} {$sent['bytes']}",
            array_merge(...array_column($record['rules'], 'sent')),
        );
    }

    /**
     * @param array{rules: list<array{sent: list<array{remark: string|null}>}>} $record
     *
     * @return list<string|null>
     */
    private function remarks(array $record): array
    {
        return array_column(array_merge(...array_column($record['rules'], 'sent')), 'remark');
    }
}

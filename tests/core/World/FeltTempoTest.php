<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\FeltTempo;
use ZigzagPost\Tests\Core\Rig\Kit;

/** The tempo that a device takes from clocks, from presses and from pulses. */
final class FeltTempoTest extends TestCase
{
    private const TAPS = ['taps' => ['count' => 4, 'message' => ['kind' => 'cc', 'number' => 30]]];
    private const CLOCK = ['obeys' => true];

    /** @return iterable<string, array{array<string, mixed>, list<string>, string}> what the chart says, milliseconds with messages, tempo and source */
    public static function heard(): iterable
    {
        yield 'nothing yet' => [self::CLOCK, [], 'none'];
        yield 'one clock says nothing' => [self::CLOCK, ['0 F8'], 'none'];
        yield 'two clocks' => [self::CLOCK, ['0 F8', '20 F8'], '125 clock'];
        yield 'the mean of them' => [self::CLOCK, ['0 F8', '20 F8', '50 F8'], '100 clock'];
        yield 'of a beat and no more' => [
            self::CLOCK,
            array_map(static fn (int $count): string => ($count < 10 ? 40 * $count : 20 * $count + 200).' F8', range(0, 40)),
            '125 clock',
        ];
        yield 'a clock that is not obeyed' => [['obeys' => false], ['0 F8', '20 F8'], 'none'];
        yield 'no word of a clock' => [[], ['0 F8', '20 F8'], 'none'];
        yield 'after a long silence it begins anew' => [self::CLOCK, ['0 F8', '20 F8', '3020 F8', '3045 F8'], '100 clock'];
        yield 'a little less is a slow clock' => [self::CLOCK, ['0 F8', '2999 F8'], '0.8 clock'];
        yield 'two at once are one' => [self::CLOCK, ['0 F8', '20 F8', '20 F8', '40 F8'], '125 clock'];
        yield 'presses' => [self::TAPS, ['0 B0 1E 7F', '500 B0 1E 7F'], '120 presses'];
        yield 'the last two count' => [self::TAPS, ['0 B0 1E 7F', '500 B0 1E 7F', '1250 B0 1E 40'], '80 presses'];
        yield 'letting go is none' => [self::TAPS, ['0 B0 1E 7F', '100 B0 1E 00', '500 B0 1E 7F', '510 B0 1E 3F'], '120 presses'];
        yield 'of another control' => [self::TAPS, ['0 B0 1F 7F', '500 B0 1F 7F'], 'none'];
        yield 'keys of that number' => [self::TAPS, ['0 90 1E 7F', '500 90 1E 7F'], 'none'];
        yield 'three seconds apart are two beginnings' => [self::TAPS, ['0 B0 1E 7F', '3000 B0 1E 7F'], 'none'];
        yield 'just under' => [self::TAPS, ['0 B0 1E 7F', '2999 B0 1E 7F'], '20 presses'];
        yield 'pulses' => [['pulse' => ['perBeat' => 2]], ['0 pulse', '250 pulse'], '120 pulses'];
        yield 'pulses of which nothing is known' => [[], ['0 pulse', '500 pulse'], '120 pulses'];
        yield 'what came last counts' => [self::CLOCK + self::TAPS, ['0 F8', '20 F8', '100 B0 1E 7F', '700 B0 1E 7F'], '100 presses'];
        yield 'and the other goes on' => [self::CLOCK + self::TAPS, ['0 B0 1E 7F', '600 B0 1E 7F', '610 F8', '630 F8'], '125 clock'];
    }

    /**
     * @param array<string, mixed> $clock
     * @param list<string> $messages
     */
    #[DataProvider('heard')]
    public function testTheTempoIsFelt(array $clock, array $messages, string $tempo): void
    {
        $chart = Kit::hearer('box', more: [] === $clock ? [] : ['clock' => $clock]);
        $box = RigFile::setup(Kit::rig(['box' => $chart], [['name' => 'box', 'chart' => 'box']], []))->boxes['box'];
        $felt = new FeltTempo($box);
        foreach ($messages as $message) {
            [$ms, $what] = explode(' ', $message, 2);
            $isPulse = 'pulse' === $what;
            $felt->hear(1000 * (int) $ms, $isPulse ? '' : (string) Bytes::fromHex($what), $isPulse ? 5000 : null);
            // As a request keeps it and takes it up again.
            $saved = $felt->save();
            $felt = new FeltTempo($box);
            $felt->restore($saved);
        }
        $view = $felt->view();

        self::assertSame($tempo, null === $view ? 'none' : "{$view['bpm']} {$view['source']}");
    }
}

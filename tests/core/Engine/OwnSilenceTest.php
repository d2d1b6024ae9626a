<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\Play;

/**
 * A rule that makes silence, while nothing sounds, and goes on: it sends what the same rule without that step sends, ends of notes included.
 */
final class OwnSilenceTest extends TestCase
{
    private const QUIET = ['panic', 'panic moths', 'release', 'do hush', 'do loose', 'go "Panics"', 'go "Panics" / go "Releases"'];
    private const ABOVE = [
        'take note',
        'take note / set key = key + 5',
        'take note / gate 100ms',
        'take note / gate 500ms',
        'take note / toggle',
        'take note / gate 100ms / toggle',
        'take note / become cc 21 value velocity',
        'take note / gate 100ms / become cc 21 value velocity',
        'take note / flatten to channel 5',
        'take cc 20 / press / become note 60 velocity 100',
        'take cc 20 / press / become note 60 / gate 100ms',
        'take cc 20 / press / become note 60 / toggle',
    ];
    private const LATER = ['', 'delay 40ms', 'delay 15ms / delay 20ms', 'set channel = 3'];
    private const TAPE =
        "0 keys 90 3C 64\n0 keys B0 14 7F\n300 keys 80 3C 40\n300 keys B0 14 00\n600 keys 90 3C 64\n600 keys B0 14 7F\n".
        "700 keys 80 3C 40\n700 keys B0 14 00";

    #[DataProvider('quietSteps')]
    public function testSilenceWhereNothingSoundsChangesNothing(string $quiet): void
    {
        foreach (['Quiet', 'always'] as $where) {
            foreach (self::ABOVE as $above) {
                foreach (self::LATER as $later) {
                    foreach (['', 'delay 10ms'] as $below) {
                        $steps = [$above, $later, $quiet, $below, 'send moths'];
                        $sends = self::played($where, [$above, $later, str_starts_with($quiet, 'go') ? $quiet : '', $below, 'send moths'], false);
                        self::assertNotSame([], $sends);
                        self::assertSame($sends, self::played($where, $steps, true), "{$where}: ".implode(' / ', $steps));
                    }
                }
            }
        }
    }

    /** @return iterable<string, array{string}> */
    public static function quietSteps(): iterable
    {
        foreach (self::QUIET as $quiet) {
            yield $quiet => [$quiet];
        }
    }

    /**
     * @param list<string> $steps
     *
     * @return list<string> what leaves, but for what a panic sends beside the ends of notes
     */
    private static function played(string $where, array $steps, bool $isQuiet): array
    {
        $written = implode("\n  ", explode(' / ', implode(' / ', array_filter($steps, static fn (string $step): bool => '' !== $step))));
        $rule = "rule \"x\"\n  {$written}\n";
        $text = Play::PORTS."stack hush\n  panic\nstack loose\n  release\n";
        foreach (['Quiet' => '', 'Panics' => "  on enter panic\n", 'Releases' => "  on enter release\n  on leave release\n"] as $scene => $does) {
            $text .= "scene \"{$scene}\"\n".($isQuiet ? $does : '').($scene === $where ? $rule : '');
        }

        return array_values(
            array_filter(
                Play::tape($text.('always' === $where ? "always\n{$rule}" : ''), self::TAPE),
                static fn (string $line): bool => 1 !== preg_match('/ B. (40|7B|78) 00$/', $line),
            ),
        );
    }
}

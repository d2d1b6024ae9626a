<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Situation\Arrival;
use ZigzagPost\Core\Situation\RigFix;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\Situation\Ways;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

/** Walk and world agree: what is said of ways is what the simulated rig does. */
final class WaysTest extends TestCase
{
    public function testTheDemo(): void
    {
        $tilt = (int) array_search('tilt', array_column(self::list('leads'), 'id'), true);

        self::assertSame(['echo parameter Time: always'], self::answers('strip', 'A fader 8'));
        self::assertSame(['brine parameter Swell: sometimes'], self::answers('treadle', 'Pedal'), 'just after a program change the box is deaf');
        self::assertSame(['post anything: never'], self::answers('strip', 'B fader 1'));
        self::assertSame(['post anything: never'], self::answers('tilt', 'Tilt', ["/leads/{$tilt}/parts/0/map" => 'straight']));
        self::assertSame('the lead tilt does not work', self::from('tilt', 'Tilt', ["/leads/{$tilt}/parts/0/map" => 'straight'])[0]->reason);
        self::assertContains('desk parameter Mix 1 / input 1: not decided', self::answers('strip', 'A fader 1'));
    }

    /** For random rigs and rulebooks: witnesses arrive, their counterparts do not, "always" arrives from random states, "never" does not. */
    public function testWalkAndWorldAgree(): void
    {
        $said = [];
        for ($seed = 0; $seed < Cases::number(12); ++$seed) {
            $random = new RandomRig($seed);
            $json = Json::toValue($random->rig);
            self::assertIsArray($json);
            $rig = RigFile::rig(Json::encode([...$json, 'rulebook' => $random->book()]));
            $situation = new Situation(RigFile::setup($rig));
            if ($situation->checked()->hasErrors()) {
                continue;
            }
            $setup = $situation->setup;
            $book = Compiler::load($situation->checked()->book);
            $ways = new Ways($situation);
            foreach ($setup->boxes['sender_0']->chart->surface->controls ?? [] as $control) {
                foreach ($ways->from($setup->boxes['sender_0'], $control) as $arrival) {
                    $said[$arrival->answer] = ($said[$arrival->answer] ?? 0) + 1;
                    if (null !== $arrival->witness) {
                        self::assertTrue(self::arrives($setup, $book, '', $arrival->witness, $arrival), "seed {$seed}: the witness of {$control->name}");
                    }
                    if (null !== $arrival->counter) {
                        self::assertFalse(self::arrives($setup, $book, '', $arrival->counter, $arrival), "seed {$seed}: the counterpart of {$control->name}");
                    }
                    for ($try = 0; $try < 4 && Arrival::ALWAYS === $arrival->answer; ++$try) {
                        self::assertTrue(self::arrives($setup, $book, $random->tape(30), (string) $arrival->witness, $arrival, $try), "seed {$seed}: {$control->name} always arrives");
                    }
                }
            }
        }
        self::assertGreaterThan(0, $said[Arrival::SOMETIMES] ?? 0);
    }

    /** Whether the last message of a tape arrives, after another tape has brought the rig into some state. */
    private static function arrives(Setup $setup, CompiledBook $book, string $before, string $tape, Arrival $arrival, int $vary = 0): bool
    {
        $world = new RigWorld($setup, $book);
        $end = 0;
        $pedal = null;
        foreach (Play::events($before) as $event) {
            $world->play($event->timeUs, (int) $book->inPort($event->port), [$event->bytes], 0);
            $end = $event->timeUs + 2_000_000;
        }
        $events = Play::events($tape);
        $last = \count($events) - 1;
        $heard = [];
        foreach ($events as $index => $event) {
            $gap = $index < $last ? min(1_000_000, max(0, $events[$index + 1]->timeUs - $event->timeUs)) : 1_000_000;
            $heard = $world->play($end + $event->timeUs, (int) $book->inPort($event->port), [$event->bytes], $gap);
            $pedal = $event;
        }
        if (0 !== $vary && null !== $pedal) {
            // The same control once more, to another value.
            $bytes = $pedal->bytes;
            $bytes[\strlen($bytes) - 1] = \chr((\ord($bytes[\strlen($bytes) - 1]) + 30 * $vary) & 0x7F);
            $heard = $world->play($end + $pedal->timeUs + 3_000_000, (int) $book->inPort($pedal->port), [$bytes], 1_000_000);
        }
        foreach ($heard as $each) {
            $target = Heard::PARAMETER === $each->what ? "parameter {$each->title}" : $each->what;
            if ($each->isNew && $each->unit === $arrival->device && $target === $arrival->target) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param array<string, mixed> $changes
     *
     * @return list<string>
     */
    private static function answers(string $unit, string $control, array $changes = []): array
    {
        return array_map(static fn (Arrival $arrival): string => "{$arrival->device} {$arrival->target}: {$arrival->answer}", self::from($unit, $control, $changes));
    }

    /**
     * @param array<string, mixed> $changes
     *
     * @return list<Arrival>
     */
    private static function from(string $unit, string $control, array $changes = []): array
    {
        $setup = RigFile::setup(self::rig($changes));
        $box = $setup->boxes[$unit];

        return (new Ways(new Situation($setup)))->from($box, $box->control($control) ?? throw new \LogicException($control));
    }

    /** @param array<string, mixed> $changes */
    private static function rig(array $changes): Rig
    {
        return RigFile::rig(Json::encode((new RigFix('', $changes))->applied(self::json())));
    }

    /** @return array<mixed> */
    private static function json(): array
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));

        return \is_array($json) ? $json : [];
    }

    /** @return array<mixed> */
    private static function list(string $field): array
    {
        $list = self::json()[$field] ?? [];

        return \is_array($list) ? $list : [];
    }
}

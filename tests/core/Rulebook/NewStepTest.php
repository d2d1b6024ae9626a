<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rulebook;

use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\Way\Emission;
use ZigzagPost\Core\Analysis\Way\Emissions;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\Steps;
use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\Rig\StageRig;

/**
 * A step that is new has to be known beyond the compiler. Its example in the reference, which it must have, is played, and what leaves is held
 * against what ways, leaps and findings believe can leave; and it says itself what a sheet shows of it, or stands among those that say nothing.
 */
final class NewStepTest extends TestCase
{
    /** Steps that change, hold back or end the message at hand: a sheet calls rules with these "by hand". */
    private const NOT_ON_SHEETS = [
        'set', 'scale', 'map', 'become', 'only', 'toggle', 'send', 'post', 'remember', 'drop', 'thin', 'deadband', 'delay', 'gate', 'mirror',
        'spread', 'flatten', 'fan', 'follow', 'tempo', 'divide', 'multiply', 'choose', 'release', 'light',
    ];

    public function testAStepSaysWhatASheetShowsOfIt(): void
    {
        foreach (Steps::classes() as $keyword => $class) {
            $says = Step::class !== (new \ReflectionMethod($class, 'effects'))->getDeclaringClass()->name && 'follow' !== $keyword;
            self::assertNotSame(
                $says,
                \in_array($keyword, self::NOT_ON_SHEETS, true),
                "\"{$keyword}\": let effects() say what a switch sheet shows of it, or list it here as one that no sheet can say",
            );
        }
    }

    #[DataProviderExternal(ReferenceTest::class, 'examples')]
    public function testNothingLeavesByAStepOfWhichWaysDoNotKnow(string $book, string $in, string $out): void
    {
        $analysis = new RigAnalysis(RigFile::setup(StageRig::rig(rulebook: $book)));
        $known = Emissions::of($analysis, self::messages(Play::events($in)));
        if (null === $known) {
            $this->addToAssertionCount(1);

            return; // what leaves comes back in, and any rule may follow
        }
        foreach (Play::events($out) as $event) {
            self::assertNotSame(
                [],
                array_filter($known, static fn (Emission $emission): bool => self::isOne($event, $emission)),
                "{$event->port} ".bin2hex($event->bytes).' leaves, and ways do not know of it',
            );
        }
    }

    /**
     * What came in, also as the parameter that its controllers are parts of.
     *
     * @param list<Event> $events
     *
     * @return list<ControlMessage>
     */
    private static function messages(array $events): array
    {
        $messages = $selected = [];
        foreach ($events as $event) {
            [$status, $first] = [\ord($event->bytes[0]), \ord($event->bytes[1] ?? "\0")];
            $channel = $status < 0xF0 ? ($status & 15) + 1 : null;
            $kinds = match ($status >> 4) {
                8, 9 => [[Kind::Note, $first]],
                0xA => [[Kind::PolyPressure, $first]],
                0xB => [[$first >= 120 ? Kind::Mode : Kind::Cc, $first], [Kind::Cc14, $first % 32]],
                0xC => [[Kind::Program, $first]],
                0xD => [[Kind::Pressure, null]],
                0xE => [[Kind::Bend, null]],
                default => array_map(static fn (Kind $kind): array => [$kind, null], \array_slice(Kind::cases(), 10)),
            };
            if (0xB === $status >> 4) {
                $selected[$first] = \ord($event->bytes[2] ?? "\0");
                $kinds[] = [Kind::Nrpn, (($selected[99] ?? 0) << 7) | ($selected[98] ?? 0)];
                $kinds[] = [Kind::Rpn, (($selected[101] ?? 0) << 7) | ($selected[100] ?? 0)];
            }
            foreach ($kinds as [$kind, $number]) {
                $messages[] = new ControlMessage($kind, $number, $channel, [$event->port], 0, 127, false);
            }
        }

        return $messages;
    }

    /** Whether what left is something that was believed to leave; numbers count where a controller is a controller. */
    private static function isOne(Event $event, Emission $emission): bool
    {
        if (null !== $event->pulseUs) {
            return $event->port === $emission->port;
        }
        $status = \ord($event->bytes[0]);
        $first = \ord($event->bytes[1] ?? "\0");
        $fits = match ($emission->kind) {
            null => true,
            Kind::Note => \in_array($status >> 4, [8, 9], true) && (null === $emission->number || $emission->number === $first),
            Kind::Cc => 0xB === $status >> 4 && (null === $emission->number || $emission->number === $first),
            Kind::Cc14, Kind::Nrpn, Kind::Rpn, Kind::Mode => 0xB === $status >> 4,
            Kind::Program => 0xC === $status >> 4 || (0xB === $status >> 4 && \in_array($first, [0, 32], true)),
            Kind::PolyPressure => 0xA === $status >> 4,
            Kind::Pressure => 0xD === $status >> 4,
            Kind::Bend => 0xE === $status >> 4,
            default => $status >= 0xF0,
        };

        return $fits && $event->port === $emission->port && (null === $emission->channel || $status >= 0xF0 || $emission->channel === ($status & 15) + 1);
    }
}

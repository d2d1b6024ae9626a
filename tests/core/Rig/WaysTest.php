<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;
use ZigzagPost\Core\Situation\Arrival;
use ZigzagPost\Core\Situation\RigFix;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\Situation\Ways;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

/** Walk and world agree: what is said of ways is what the simulated rig does. */
final class WaysTest extends TestCase
{
    /** States in which each "always" and each "never" is tried. */
    private const STATES = 1000;

    public function testTheDemo(): void
    {
        $tilt = (int) array_search('tilt', array_column(self::list('leads'), 'id'), true);

        self::assertSame(['echo parameter Time: always'], self::answers('strip', 'A fader 8'));
        self::assertSame(['brine parameter Swell: sometimes'], self::answers('treadle', 'Pedal'), 'just after a program change the box is deaf');
        self::assertSame(['post anything: never'], self::answers('strip', 'B fader 1'));
        self::assertSame(['post anything: never'], self::answers('tilt', 'Tilt', ["/leads/{$tilt}/parts/0/map" => 'straight']));
        self::assertSame('the lead tilt does not work', self::from('tilt', 'Tilt', ["/leads/{$tilt}/parts/0/map" => 'straight'])[0]->reason);
        self::assertSame(['desk parameter Mix 1 / input 1: sometimes'], self::answers('strip', 'A fader 1'), 'hands on the desk move it away, and the fader waits until it meets it');
        $counter = self::from('strip', 'A fader 1')[0]->counter ?? '';
        self::assertStringContainsString(' desk B0 0E 7F', $counter, 'which the desk tells');
    }

    /** For random rigs and rulebooks: witnesses arrive, their counterparts do not, "always" arrives from random states, "never" does not. */
    public function testWalkAndWorldAgree(): void
    {
        $said = [];
        for ($seed = 0; $seed < Cases::number(16); ++$seed) {
            $random = new RandomRig($seed);
            $json = Json::toValue($random->rig);
            self::assertIsArray($json);
            $rig = RigFile::rig(Json::encode([...$json, 'rulebook' => 0 === $seed % 2 ? $random->book() : $random->plainBook()]));
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
                        self::assertTrue(self::arrives($setup, $book, $arrival->witness, $arrival), "seed {$seed}: the witness of {$control->name}");
                    }
                    if (null !== $arrival->counter) {
                        self::assertFalse(self::arrives($setup, $book, $arrival->counter, $arrival), "seed {$seed}: the counterpart of {$control->name}");
                    }
                    if (Arrival::ALWAYS === $arrival->answer) {
                        self::assertSame([], self::misses($situation, $book, $random, $control, $arrival), "seed {$seed}: {$control->name} always arrives");
                    }
                    if (Arrival::NEVER === $arrival->answer) {
                        self::assertSame([], self::surprises($situation, $book, $random, $setup->boxes['sender_0'], $control), "seed {$seed}: {$control->name} never does anything");
                    }
                }
            }
        }
        self::assertGreaterThan(0, $said[Arrival::SOMETIMES] ?? 0);
        self::assertGreaterThan(0, $said[Arrival::ALWAYS] ?? 0);
        if (false !== getenv('ZIGZAG_SHOW')) {
            fwrite(\STDERR, json_encode($said, \JSON_THROW_ON_ERROR)."\n");
        }
    }

    /**
     * Plays a rig at random, and in each of many states moves a control to a new value.
     *
     * @return list<string> states in which its parameter did not change within a second
     */
    private static function misses(Situation $situation, CompiledBook $book, RandomRig $random, Control $control, Arrival $arrival): array
    {
        $message = self::messages($situation, $arrival->unit, $control)[0];
        $port = (int) $book->inPort($message->ports[0]);
        $world = new RigWorld($situation->setup, $book);
        $misses = [];
        for ($state = 0, $now = 0; $state < self::STATES; ++$state) {
            foreach (Play::events($random->tape(3)) as $event) {
                $now += 20_000;
                $world->play($now, (int) $book->inPort($event->port), [$event->bytes], 0);
            }
            $from = $message->isTwoState ? $message->first : $random->between($message->first, $message->last);
            do {
                $to = $message->isTwoState ? $message->last : $random->between($message->first, $message->last);
            } while ($to === $from);
            $world->play($now += 2_000_000, $port, Hand::at($message, $from));
            $heard = $world->play($now += 2_000_000, $port, Hand::at($message, $to));
            $now += 1_000_000;
            if ([] === array_filter($heard, static fn (Heard $each): bool => $each->isNew && self::isOf($each, $arrival))) {
                $misses[] = "state {$state}: from {$from} to {$to}";
            }
        }

        return $misses;
    }

    /** @return list<string> what a control did after all */
    private static function surprises(Situation $situation, CompiledBook $book, RandomRig $random, Box $box, Control $control): array
    {
        $messages = self::messages($situation, $box->name, $control);
        if ([] === $messages) {
            return []; // it cannot be played into a port at all
        }
        $world = new RigWorld($situation->setup, $book);
        $surprises = [];
        for ($state = 0, $now = 0; $state < self::STATES; ++$state) {
            foreach (Play::events($random->tape(3)) as $event) {
                $now += 20_000;
                $world->play($now, (int) $book->inPort($event->port), [$event->bytes], 0);
            }
            $now += 3_000_000;
            $world->play($now, (int) $book->inPort($messages[0]->ports[0]), [], 1_000_000); // what was still to come
            $now += 1_000_000;
            $heard = $world->play($now, (int) $book->inPort($messages[0]->ports[0]), Hand::at($messages[0], Hand::values($messages[0])[$state % 2]), 1_000_000);
            $now += 1_000_000;
            foreach ($heard as $each) {
                $surprises[] = "state {$state}: {$each->unit} {$each->title}";
            }
        }

        return $surprises;
    }

    /** @return list<ControlMessage> */
    private static function messages(Situation $situation, string $unit, Control $control): array
    {
        try {
            return (new RigDevices(Setup::of($situation->setup->rig, $situation->checked()->written)))->control(new Token(TokenType::Word, $unit, new Span(1, 1), true), new Token(TokenType::Text, $control->name, new Span(1, 1), true));
        } catch (RulebookError) {
            return [];
        }
    }

    private static function isOf(Heard $heard, Arrival $arrival): bool
    {
        return $heard->unit === $arrival->device && (Heard::PARAMETER === $heard->what ? "parameter {$heard->title}" : $heard->what) === $arrival->target;
    }

    /** Whether the last gesture of a tape arrives: its target is told more than it would have been told without. */
    private static function arrives(Setup $setup, CompiledBook $book, string $tape, Arrival $arrival): bool
    {
        $events = Play::events($tape);
        $last = $events[\count($events) - 1]->timeUs;
        $told = [];
        foreach ([true, false] as $with) {
            $world = new RigWorld($setup, $book);
            foreach ($events as $event) {
                if ($event->timeUs < $last) {
                    $world->play($event->timeUs, (int) $book->inPort($event->port), [$event->bytes], 0);
                }
            }
            $world->play($last - 1, 0, [], 0);
            $gesture = array_values(array_map(static fn ($event): string => $event->bytes, array_filter($events, static fn ($event): bool => $with && $event->timeUs === $last)));
            $told[$with] = array_filter($world->play($last, (int) $book->inPort($events[\count($events) - 1]->port), $gesture, 1_000_000), static fn (Heard $each): bool => self::isOf($each, $arrival));
        }

        return \count($told[true]) > \count($told[false]) && [] !== array_filter($told[true], static fn (Heard $each): bool => $each->isNew);
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

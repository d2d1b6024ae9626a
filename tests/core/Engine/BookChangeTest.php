<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Change\BookChange;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\RandomBook;

/** A rulebook that changes while playing keeps the show: kinds of state against kinds of change. */
final class BookChangeTest extends TestCase
{
    use TestTrait;

    private const PORTS = "port keys in\nport pads in\nport moths out\nport gulls out\n";
    private const MOVED = "port new_one out\nport gulls out\nport pads in\nport moths out\nport keys in\nmemory unused = 3\nrule \"new\"\n  "
        ."from pads\n  take cc 119\n  drop\n";

    /** @return iterable<string, array{string, list<string>, list<string>, list<string>}> rules, what is played before and after the change, what comes then */
    public static function kept(): iterable
    {
        yield 'scene' => [
            "scene \"A\"\nscene \"B\"\nalways\nrule \"go\"\n  take cc 80\n  press\n  go next\nscene \"C\"\nrule \"in c\"\n  take cc 1\n  "
                ."send moths channel 9\nalways\nrule \"else\"\n  take cc 1\n  set value = scene\n  send moths\n",
            ['keys B0 50 7F'],
            ['keys B0 01 05'],
            ['moths B0 01 02'],
        ];
        yield 'memory' => [
            "memory octave = 0\nrule \"up\"\n  take cc 80\n  press\n  remember octave = octave + 1\nrule \"play\"\n  take note\n  set key = "
                ."key + 12 * octave\n  send moths\n",
            ['keys B0 50 7F'],
            ['keys 90 3C 64'],
            ['moths 90 48 64'],
        ];
        yield 'toggle' => [
            "rule \"t\"\n  take cc 80\n  toggle\n  send moths\n",
            ['keys B0 50 7F', 'keys B0 50 00'],
            ['keys B0 50 7F'],
            ['moths B0 50 00'],
        ];
        yield 'second toggle of a rule' => [
            "rule \"t\"\n  take cc 80\n  toggle\n  send moths\n  set number = 5\n  toggle 1 2\n  send gulls\n",
            ['keys B0 50 7F'],
            ['keys B0 50 7F'],
            ['moths B0 50 00'],
        ];
        yield 'second rule of one title' => [
            "rule \"t\"\n  take cc 81\n  toggle\n  send moths\nrule \"t\"\n  take cc 80\n  toggle\n  send moths\n",
            ['keys B0 50 7F'],
            ['keys B0 51 7F', 'keys B0 50 7F'],
            ['moths B0 51 7F', 'moths B0 50 00'],
        ];
        yield 'latched note' => [
            "rule \"l\"\n  take note\n  toggle\n  send moths\n",
            ['keys 90 3C 64', 'keys 80 3C 40'],
            ['keys 90 3C 64'],
            ['moths 80 3C 40'],
        ];
        yield 'note made by a controller' => [
            "rule \"m\"\n  take cc 80\n  become note 60 velocity value\n  send moths\n",
            ['keys B0 50 7F'],
            ['keys B0 50 00'],
            ['moths 80 3C 40'],
        ];
        yield 'note made below press' => [
            "rule \"m\"\n  take cc 80\n  press\n  become note 60 velocity value\n  send moths\n",
            ['keys B0 50 7F'],
            ['keys B0 50 3F'],
            ['moths 80 3C 40'],
        ];
        yield 'held note' => [
            "rule \"p\"\n  take note\n  set key = key + 1\n  send moths channel 3\n",
            ['keys 90 3C 64'],
            ['keys 80 3C 11'],
            ['moths 82 3D 11'],
        ];
        yield 'deadband' => [
            "rule \"d\"\n  take cc 1\n  deadband 10\n  send moths\n",
            ['keys B0 01 40'],
            ['keys B0 01 42', 'keys B0 01 4B'],
            ['moths B0 01 4B'],
        ];
        yield 'parameter selection' => [
            "rule \"n\"\n  take nrpn\n  send moths\n",
            ['keys B0 63 08', 'keys B0 62 03'],
            ['keys B0 06 01', 'keys B0 26 02'],
            ['moths B0 63 08', 'moths B0 62 03', 'moths B0 06 01', 'moths B0 26 02'],
        ];
        yield 'running status' => ["rule \"c\"\n  take cc\n  send moths\n", ['keys B0 01'], ['keys 22 02 33'], ['moths B0 01 22', 'moths B0 02 33']];
        yield 'pedal of spread voices' => [
            "rule \"s\"\n  take note, cc 64\n  spread over moths x 2 fill steal none\n",
            ['keys B0 40 7F', 'keys 90 3C 64', 'keys 80 3C 40', 'keys 90 3D 64'],
            ['keys 90 3E 64', 'keys B0 40 00', 'keys 90 3F 64'],
            ['moths B0 40 00', 'moths 90 3F 64'],
        ];
        yield 'pickup' => [
            "rule \"m\"\n  from pads\n  take cc\n  mirror moths\nrule \"p\"\n  from keys\n  take cc 7\n  send moths pickup\n",
            ['pads B0 07 40', 'keys B0 07 30'],
            ['keys B0 07 32', 'keys B0 07 42'],
            ['moths B0 07 42'],
        ];
        yield 'linked pickup' => [
            "rule \"m\"\n  from pads\n  take cc\n  mirror moths\nrule \"p\"\n  from keys\n  take cc 7\n  send moths pickup\n",
            ['pads B0 07 40', 'keys B0 07 40'],
            ['keys B0 07 50'],
            ['moths B0 07 50'],
        ];
        yield 'scaled fader' => [
            "rule \"m\"\n  from pads\n  take cc\n  mirror moths\nrule \"p\"\n  from keys\n  take cc 7\n  send moths scaled\n",
            ['pads B0 07 40', 'keys B0 07 00'],
            ['keys B0 07 40'],
            ['moths B0 07 60'],
        ];
        yield 'divided clock' => ["rule \"d\"\n  take clock\n  divide 2\n  send moths\n", ['keys F8'], ['keys F8', 'keys F8'], ['moths F8']];
        yield 'chosen member of a group' => [
            "group songs of keys cc 20..22\nrule \"ask\"\n  take cc 9\n  become program songs\n  send moths\n",
            ['keys B0 15 7F'],
            ['keys B0 15 7E', 'keys B0 09 00'],
            ['moths C0 02'],
        ];
        yield 'control that is down from a gesture' => [
            "rule \"h\"\n  take cc 20 held 1ms\n  become program 5\n  send moths\nrule \"tick\"\n  take clock\n  drop\n",
            ['keys B0 14 7F', 'keys F8', 'keys F8'],
            ['keys B0 14 00', 'keys B0 14 7F', 'keys F8', 'keys F8'],
            ['moths C0 05'],
        ];
        yield 'pedal that is released' => [
            "rule \"p\"\n  take cc 64\n  send moths\nrule \"r\"\n  take cc 9\n  release\n",
            ['keys B0 40 7F'],
            ['keys B0 09 00'],
            ['moths B0 40 00'],
        ];
        yield 'value held back by thin' => ["rule \"t\"\n  take cc 1\n  thin 50ms\n  send moths\n", ['keys B0 01 01', 'keys B0 01 02'], [], []];
    }

    /**
     * @param list<string> $before
     * @param list<string> $after
     * @param list<string> $comes
     */
    #[DataProvider('kept')]
    public function testAChangeAroundItKeeps(string $rules, array $before, array $after, array $comes): void
    {
        foreach (
            ['with nothing changed' => self::PORTS.$rules, 'with ports, rules and memories moved' => self::MOVED.$rules] as $change => $text
        ) {
            $engine = self::played(new Engine(Play::book(self::PORTS.$rules)), $before);
            $engine->take();
            $changed = BookChange::of($engine, Play::book($text));
            self::assertSame([], $changed->lost, $change);
            self::played($changed->engine, $after);
            self::assertSame($comes, self::made($changed->engine), $change);
        }
    }

    public function testWhatIsHeldBackGoesOutAtTheChange(): void
    {
        $engine = self::played(new Engine(Play::book(self::PORTS."rule \"t\"\n  take cc 1\n  thin 50ms\n  send moths\n")), [
            'keys B0 01 01',
            'keys B0 01 02',
        ]);
        BookChange::of($engine, Play::book(self::PORTS."rule \"t\"\n  take cc 1\n  send gulls, moths\n"));
        self::assertSame(['moths B0 01 01', 'moths B0 01 02'], self::made($engine));
    }

    /**
     * @return iterable<string, array{string, list<string>, string, string, list<string>}> rules, what is played, other rules, what is told,
     *     what goes out at the change
     */
    public static function lost(): iterable
    {
        $play = "rule \"p\"\n  take note\n  send moths\n";
        yield 'scene' => [
            "scene \"A\"\nscene \"B\"\nalways\nrule \"go\"\n  take cc 80\n  press\n  go next\n",
            ['keys B0 50 7F'],
            "scene \"A\"\nscene \"C\"\nalways\nrule \"go\"\n  take cc 80\n  press\n  go next\n",
            'scene "B" is gone; "A" is current now',
            [],
        ];
        yield 'memory' => ["memory m = 0\nrule \"r\"\n  take cc 80\n  remember m = 7\n", ['keys B0 50 7F'], $play, 'memory m is gone; it held 7', []];
        yield 'toggle' => [
            "rule \"t\"\n  take cc 80\n  toggle\n  send moths\n",
            ['keys B0 50 7F'],
            $play,
            'a toggle of rule "t" is gone; it was on',
            [],
        ];
        yield 'latch' => [
            "rule \"l\"\n  take note\n  toggle\n  send moths\n",
            ['keys 90 3C 64'],
            "rule \"l\"\n  take note\n  send moths\n",
            'the latch of rule "l" has ended',
            ['moths 80 3C 40'],
        ];
        yield 'made note' => [
            "rule \"m\"\n  take cc 80\n  become note 60 velocity value\n  send moths\n",
            ['keys B0 50 7F'],
            $play,
            'a note made by rule "m" has ended',
            ['moths 80 3C 40'],
        ];
        yield 'gate' => [
            "rule \"g\"\n  take note\n  gate 1s\n  send moths\n",
            ['keys 90 3C 64'],
            $play,
            'a note of fixed length of rule "g" has ended',
            ['moths 80 3C 40'],
        ];
        yield 'posted note' => [
            "rule \"b\"\n  take cc\n  post note 60 for 1s to moths\n",
            ['keys B0 50 7F'],
            $play,
            'a posted or delayed note has ended',
            ['moths 80 3C 40'],
        ];
        yield 'delay' => ["rule \"d\"\n  take cc\n  delay 1s\n  send moths\n", ['keys B0 50 7F'], $play, 'a delayed message was not sent', []];
        yield 'clock' => [
            "clock lead\n  tempo 60\n  send moths\nrule \"s\"\n  take cc 80\n  start lead\n",
            ['keys B0 50 7F'],
            $play,
            'clock lead is gone; it has been stopped',
            ['moths FC'],
        ];
        yield 'group' => ["group songs of keys cc 20..22\n".$play, ['keys B0 15 7F'], $play, 'group songs is gone; its 2 was chosen', []];
        yield 'shorter group' => [
            "group songs of keys cc 20..22\n".$play,
            ['keys B0 15 7F'],
            "group songs of keys cc 20\n".$play,
            'group songs has no 2 any more; none is chosen',
            [],
        ];
        yield 'gesture' => [
            "rule \"h\"\n  take cc 20 held 1s\n  become program 5\n  send moths\n",
            ['keys B0 14 7F'],
            $play,
            'a press that could have become a gesture has ended',
            [],
        ];
        yield 'posted later' => [
            "rule \"p\"\n  take cc\n  post cc 3 value 1 to moths after 1s\n",
            ['keys B0 14 7F'],
            $play,
            'a delayed message was not sent',
            [],
        ];
        yield 'controller held by a note' => [
            "rule \"c\"\n  take note\n  become cc 20 value velocity\n  send moths\n",
            ['keys 90 3C 64'],
            $play,
            '',
            ['moths B0 14 00'],
        ];
    }

    /**
     * @param list<string> $before
     * @param list<string> $goesOut
     */
    #[DataProvider('lost')]
    public function testWhatCannotBeKeptIsToldAndEnds(string $rules, array $before, string $other, string $told, array $goesOut): void
    {
        $engine = self::played(new Engine(Play::book(self::PORTS.$rules)), $before);
        $engine->take();
        $changed = BookChange::of($engine, Play::book(self::PORTS.$other));
        self::assertContains($told, [...$changed->lost, ...'' === $told ? [''] : []]);
        self::assertSame($goesOut, self::made($engine));
    }

    public function testAClockKeepsItsPhaseAndTakesAnotherTempoThatIsWrittenNow(): void
    {
        $book =
            self::PORTS.
            "clock lead\n  tempo 60\n  send moths\n  pulse 1 per beat to ticker\nport ticker out pulse\nrule \"s\"\n  take cc 80\n  start lead\n";
        $engine = new Engine(Play::book($book));
        $engine->feed(0, 0, "\xB0\x50\x7F");
        $engine->advance(1_010_000);
        $engine->take();
        $same = BookChange::of($engine, Play::book(self::MOVED.substr($book, \strlen(self::PORTS))))->engine;
        $same->advance(2_000_000);
        $out = $same->take();
        self::assertSame([1_041_667, "\xF8"], [$out[0][0], $out[0][2]]);
        self::assertSame(
            [2_000_000],
            array_column(array_filter($out, static fn (array $made): bool => '' === $made[2]), 0),
            'the pulse keeps its phase, too',
        );
        $faster = BookChange::of($same, Play::book(str_replace('tempo 60', 'tempo 120', self::MOVED.substr($book, \strlen(self::PORTS)))))->engine;
        $faster->advance(2_030_000);
        self::assertSame([2_020_833], array_column($faster->take(), 0));
    }

    public function testANoteThatTwoKeysHoldAtAPortThatGoesEndsThere(): void
    {
        $book = "port keys in\nport pads in\nport moths out\nport gulls out\nrule \"r\"\n  take note\n  send moths, gulls\n";
        $engine = self::played(new Engine(Play::book($book)), ['keys 90 3C 64', 'pads 90 3C 64']);
        $engine->take();
        $changed = BookChange::of($engine, Play::book(str_replace(["port gulls out\n", ', gulls'], '', $book)));
        self::assertSame(['gulls 80 3C 40'], self::made($engine));
        self::assertSame(['moths 80 3C 40'], self::made(self::played($changed->engine, ['keys 80 3C 40', 'pads 80 3C 40'])));
    }

    public function testWhetherAValueHasChangedIsKnownFromBefore(): void
    {
        $book = "port keys in\nport moths out\nrule \"r\"\n  take cc changed\n  send moths\n";
        $engine = self::played(new Engine(Play::book($book)), ['keys B0 01 05']);
        $engine->take();
        $changed = BookChange::of($engine, Play::book(str_replace('send', "set number = 2\n  send", $book)));
        self::assertSame(['moths B0 02 06'], self::made(self::played($changed->engine, ['keys B0 01 05', 'keys B0 01 06'])));
    }

    public function testALearnedZoneIsKept(): void
    {
        $book = "port slab in mpe lower 4 bend 48\nport moths out\nrule \"f\"\n  take mpe\n  flatten to channel 1 bend 12\n  send moths\n";
        $engine = new Engine(Play::book($book));
        $engine->feed(0, 0, "\xB1\x65\x00\x64\x00\x06\x0C");
        $engine->feed(1, 0, "\x91\x3C\x64");
        $engine->take();
        $changed = BookChange::of($engine, Play::book(str_replace('rule', "rule \"n\"\n  take cc 9\n  send moths\nrule", $book)));
        self::assertSame([], $changed->lost);
        $changed->engine->feed(2, 0, "\xE1\x00\x50");
        $changed->engine->feed(3, 0, "\x81\x3C\x40");
        self::assertSame(["\xE0\x00\x50", "\x80\x3C\x40"], array_column($changed->engine->take(), 2));
        $changed = BookChange::of($engine, Play::book(str_replace('bend 48', 'bend 24', $book)));
        self::assertSame(['the zone of slab is the one declared now'], $changed->lost);
    }

    public function testNothingHangsWhenRulesChangeWhilePlaying(): void
    {
        $this->limitTo(Cases::number(120))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed): void {
                $books = [];
                $compiled = [];
                for ($at = $seed; \count($books) < 3; ++$at) {
                    $checked = Checker::check($text = RandomBook::text($at));
                    if (!$checked->hasErrors()) {
                        $books[] = $text;
                        $compiled[] = Compiler::load($checked->book, true);
                    }
                }
                $engine = new Engine($compiled[0], true);
                $engine->start();
                $sounding = [];
                foreach (Play::events(RandomBook::tape($seed)) as $index => $event) {
                    if (20 === $index || 40 === $index) {
                        $next = $compiled[intdiv($index, 20)];
                        $old = $engine;
                        $change = BookChange::of($engine, $next);
                        $engine = $change->engine;
                        self::follow($sounding, $old);
                        $titleBefore = $old->book->scenes()[$old->state->scene] ?? null;
                        self::assertTrue(
                            !\in_array($titleBefore, $next->scenes(), true) || $titleBefore === $next->scenes()[$engine->state->scene],
                            'the scene is kept',
                        );
                        foreach ($old->state->clocks as $clock => $state) {
                            self::assertSame($state['isRunning'], $engine->state->clocks[$clock]['isRunning'], 'and the clock');
                            self::assertSame($state['isRunning'], $engine->run->queue->has("tick {$clock}"), 'which goes on');
                        }
                    }
                    $engine->feed($event->timeUs, (int) $engine->book->inPort($event->port), $event->bytes);
                    self::follow($sounding, $engine);
                }
                while (null !== ($due = $engine->nextDue())) {
                    $engine->endClocks();
                    $engine->advance($due);
                }
                self::follow($sounding, $engine);
                $engine->panic($engine->state->now);
                $held = \count($sounding);
                self::assertTrue(0 === $held || RandomBook::mayHoldNotes(implode('', $books)), "hanging with\n".implode("\n-----\n", $books));
                self::follow($sounding, $engine);
                self::assertSame([], $sounding, 'panic leaves silence');
            });
    }

    /** @param array<string, true> $sounding */
    private static function follow(array &$sounding, Engine $engine): void
    {
        foreach ($engine->take() as [$timeUs, $port, $bytes]) {
            $event = new Event($timeUs, $engine->book->ports()[$port], $bytes);
            if ('' === $bytes) {
                continue;
            }
            $status = \ord($bytes[0]) & 0xF0;
            $note = $event->port.bin2hex(\chr(\ord($bytes[0]) & 0x0F).($bytes[1] ?? ''));
            if (0x90 === $status && "\0" !== $bytes[2]) {
                $sounding[$note] = true;
            } elseif (0x80 === $status || 0x90 === $status) {
                self::assertArrayHasKey($note, $sounding, 'a note-off is sent for what sounds only: '.TapeWriter::line($event));
                unset($sounding[$note]);
            }
        }
    }

    /** @param list<string> $messages */
    private static function played(Engine $engine, array $messages): Engine
    {
        foreach ($messages as $message) {
            [$port, $hex] = explode(' ', $message, 2);
            $engine->feed($engine->state->now + 1000, (int) $engine->book->inPort($port), (string) hex2bin(str_replace(' ', '', $hex)));
        }

        return $engine;
    }

    /** @return list<string> */
    private static function made(Engine $engine): array
    {
        return array_map(
            static fn (array $out): string => $engine->book->ports()[$out[1]].' '.strtoupper(trim(chunk_split(bin2hex($out[2]), 2, ' '))),
            $engine->take(),
        );
    }
}

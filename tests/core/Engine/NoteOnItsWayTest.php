<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\Sounding;

/** A note that is a controller on its way through a rule, and a controller that is a note: what sounds ends with them, wherever it was held up. */
final class NoteOnItsWayTest extends TestCase
{
    use TestTrait;

    private const OF_NOTES = [
        'become cc 20 value value',
        'become cc14 1 value value * 64',
        'become pressure value',
        'become bend value',
        'become nrpn 5 value value',
        'delay 40ms',
        'set key = key + 1',
        'scale velocity 0..127 to 10..100',
        'send moths',
    ];
    private const OF_CONTROLS = [
        'delay 40ms',
        'delay 15ms',
        'thin 20ms',
        'deadband 3',
        'map value by soft',
        'scale 0..127 to 1..127',
        'become note 62 velocity 80',
        'become note 60 + m',
        'become cc 22 value value',
        'send moths',
        'send gulls channel 2',
        'do s',
    ];

    public function testANoteEndsWithItsKey(): void
    {
        $this->endsWith('note', ['80 %s 40', '90 %s %s'], ['3C', '3D'], self::OF_NOTES, self::OF_CONTROLS);
    }

    public function testANoteMadeOfAControllerEndsWithIt(): void
    {
        $gate = ['gate 30ms', 'become cc14 2 value value * 64'];
        $press = ['press', 'become note 60 velocity value'];
        $this->endsWith('cc', ['B0 %s 00', 'B0 %s %s'], ['14', '15'], [...self::OF_NOTES, ...$gate], [...self::OF_CONTROLS, ...$press]);
    }

    /**
     * @param array{string, string} $forms of a release and of a press
     * @param array{string, string} $keys
     * @param list<string> $ofNotes steps where the message is a note
     * @param list<string> $ofControls steps where it is none
     */
    private function endsWith(string $kind, array $forms, array $keys, array $ofNotes, array $ofControls): void
    {
        $heldUp = 0;
        $this->limitTo(Cases::number(600))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed) use (&$heldUp, $kind, $forms, $keys, $ofNotes, $ofControls): void {
                $random = new Randomizer(new Mt19937($seed));
                $text = self::text($random, $kind, $ofNotes, $ofControls);
                $checked = Checker::check($text);
                $endless = array_filter($checked->findings, static fn (Finding $finding): bool => 'note-without-end' === $finding->code);
                if ($checked->hasErrors() || [] !== $endless) {
                    return; // such as a bend whose rule has no value any more; and what is told to have no end has none
                }
                $out = Play::run(new Engine(Compiler::load($checked->book)), Play::events(self::tape($random, $forms, $keys)));
                Sounding::assertNothingHangs($out, $text);
                $heldUp += 1 === preg_match('/become (?!note).*\n(.*\n)*  delay/', $text) ? 1 : 0;
            });
        self::assertGreaterThan(20, $heldUp, 'many are held up while they are controllers');
    }

    /**
     * @param list<string> $ofNotes
     * @param list<string> $ofControls
     */
    private static function text(Randomizer $random, string $kind, array $ofNotes, array $ofControls): string
    {
        $steps = ["copy {$kind}"];
        $isNote = 'note' === $kind;
        for ($more = $random->getInt(2, 6); $more > 0; --$more) {
            $of = $isNote ? $ofNotes : $ofControls;
            $steps[] = $step = $of[$random->getInt(0, \count($of) - 1)];
            $isNote = str_starts_with($step, 'become') ? str_starts_with($step, 'become note') : $isNote;
        }
        if (!$isNote || 'note' === $kind) {
            $steps[] = ['become note 60', 'become note '.('note' === $kind ? '61 velocity 90' : '61'), 'become note 60 + m'][$random->getInt(0, 2)];
        }

        return implode("\n", [
            'port keys in',
            'port moths out',
            'port gulls out',
            'memory m = 1',
            'curve soft: 0=0, 40=90, 127=127',
            "stack s\n  post cc 9 value 4 to gulls",
            'rule "r"',
            ...array_map(static fn (string $step): string => "  {$step}", [...$steps, 'send moths']),
            '',
        ]);
    }

    /**
     * Two keys or controls, pressed and let go sooner and later than anything is held up.
     *
     * @param array{string, string} $forms
     * @param array{string, string} $keys
     */
    private static function tape(Randomizer $random, array $forms, array $keys): string
    {
        $lines = $isDown = [];
        $timeMs = 0;
        for ($events = 0; $events < 16; ++$events) {
            $timeMs += [0, 1, 3, 10, 15, 25, 40, 60][$random->getInt(0, 7)];
            $key = $keys[$events > 13 ? $events - 14 : $random->getInt(0, 1)];
            if ($events > 13 && !isset($isDown[$key])) {
                continue; // in the end both are let go
            }
            $lines[] = "{$timeMs} keys ".\sprintf($forms[isset($isDown[$key]) ? 0 : 1], $key, ['41', '50', '7F'][$random->getInt(0, 2)]);
            $isDown = isset($isDown[$key]) ? array_diff_key($isDown, [$key => true]) : $isDown + [$key => true];
        }

        return implode("\n", $lines);
    }
}

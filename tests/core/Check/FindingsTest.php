<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Check;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Tests\Core\Play;

final class FindingsTest extends TestCase
{
    private const END = "rule \"end\"\n  take note, cc, bend\n  send moths, gulls\n";

    /** @return iterable<string, array{string, list<string>}> rulebook behind the usual ports, findings as "LINE SEVERITY CODE" */
    public static function books(): iterable
    {
        yield 'nothing to find' => [self::END, []];
        yield 'unknown out port' => ["rule \"r\"\n  take note\n  send mots\n".self::END, ['7 error unknown-port']];
        yield 'unknown in port' => ["rule \"r\"\n  from kees\n  take note\n  send moths\n".self::END, ['6 error unknown-port']];
        yield 'sent to an in port' => ["rule \"r\"\n  take note\n  send keys\n".self::END, ['7 error wrong-direction']];
        yield 'unknown table, curve and memory' => [
            "rule \"r\"\n  take cc\n  map value kit\n  scale value 0..1 to 0..1 curve soft\n  remember m = x\n".self::END,
            ['7 error unknown-table', '8 error unknown-curve', '9 error unknown-memory', '9 error unknown-name'],
        ];
        yield 'unused' => [
            "table kit: 1=2\ncurve soft: power 2\nmemory m = 1\nport lamp out\nrule \"r\"\n  from keys\n  take any\n  send moths\n",
            [
                '2 warning unused-port',
                '4 warning unused-port',
                '5 warning unused-table',
                '6 warning unused-curve',
                '7 warning unused-memory',
                '8 warning unused-port',
            ],
        ];
        yield 'unreachable' => [
            "rule \"a\"\n  take note\n  send moths\nrule \"b\"\n  take note key 60 channel 3\n  send gulls\n".self::END,
            ['8 warning unreachable'],
        ];
        yield 'unreachable by two together' => [
            "rule \"a\"\n  take cc 0..63\n  send moths\nrule \"b\"\n  take cc 64..119\n  send moths\nrule \"c\"\n  take cc\n  send gulls\n",
            ['11 warning unreachable'],
        ];
        yield 'reachable after a copy' => ["rule \"a\"\n  copy note\n  send moths\nrule \"b\"\n  take note\n  send gulls\n", []];
        yield 'reachable after a condition' => [
            "rule \"a\"\n  take note velocity 64..127\n  send moths\nrule \"b\"\n  take note\n  send gulls\n",
            [],
        ];
        yield 'reachable from another port' => ["rule \"a\"\n  from keys\n  take note\n  send moths\nrule \"b\"\n  take note\n  send gulls\n", []];
        yield 'mode messages as buttons' => [
            "rule \"r\"\n  take cc 120..127\n  become cc 121 value 1\n  post cc 123 value 0 to gulls\n  send moths\n",
            ['6 warning mode-as-controller', '7 warning mode-as-controller', '8 warning mode-as-controller'],
        ];
        yield 'ranges upside down' => [
            "rule \"r\"\n  take note key 60..40\n  send moths channel 8..1\n".self::END,
            ['6 error upside-down-range', '7 error upside-down-range'],
        ];
        yield 'always out of range' => [
            "rule \"r\"\n  take note key 0..11\n  set key = key - 12\n  send moths, gulls\n",
            ['7 warning always-out-of-range'],
        ];
        yield 'pushed off the keyboard in part' => [
            "rule \"r\"\n  take note key 100..127\n  set key = key + 12\n  send moths, gulls\n",
            ['7 warning off-the-keyboard'],
        ];
        yield 'pushed off at the bottom' => [
            "rule \"r\"\n  take note key 24..47\n  set key = key - 30\n  send moths, gulls\n",
            ['7 warning off-the-keyboard'],
        ];
        yield 'moved within the keyboard' => ["rule \"r\"\n  take note key 24..47\n  set key = key + 12\n  send moths, gulls\n", []];
        yield 'the whole keyboard moved, whose ends nobody plays' => ["rule \"r\"\n  take note\n  set key = key + 12\n  send moths, gulls\n", []];
        yield 'always clamped' => ["rule \"r\"\n  take cc\n  set value = value + 128\n  send moths, gulls\n", ['7 warning always-out-of-range']];
        yield 'a made message out of range' => [
            "rule \"r\"\n  take cc\n  become program 128\n  send moths, gulls\n",
            ['7 warning always-out-of-range'],
        ];
        yield 'a stack that does itself, one that nothing does, one that is not there' => [
            "stack a\n  do b\nstack b\n  do a\nstack c\n  panic\nrule \"r\"\n  take cc\n  do d\n".self::END,
            ['8 error stack-circle', '9 hint unused-stack', '13 error unknown-stack'],
        ];
        yield 'stacks that grow beyond all bounds' => [
            "stack a\n".
            str_repeat("  do b\n", 200).
            "stack b\n".
            str_repeat("  do c\n", 200).
            "stack c\n  panic\nrule \"r\"\n  take cc\n  do a\n".
            self::END,
            ['5 error too-large'],
        ];
        yield 'a step of a stack that works on a message' => [
            "stack a\n  send moths\nrule \"r\"\n  take cc\n  do a\n".self::END,
            ['6 error needs-message'],
        ];
        yield 'a change of scene that leads to another' => [
            "stack a\n  go next\nscene \"A\"\n  on enter do a\n".self::END,
            ['8 error go-in-scene-change'],
        ];
        yield 'two groups share a control, a name is taken, a group is not there' => [
            "group a of keys cc 1..4\ngroup b of keys cc 4..8\ngroup c of pads cc 4\nmemory a = 1\nrule \"r\"\n  take cc\n  choose d 1\n".self::END,
            ['6 error two-groups', '8 error duplicate', '11 error unknown-group'],
        ];
        yield 'a group with the name of a field or function' => [
            "group floor of keys cc 1..4\ngroup scene of keys cc 5\n".self::END,
            ['5 error reserved-name', '6 error reserved-name'],
        ];
        yield 'a group by titles' => ["group a of keys \"Switch 1\"..\"Switch 4\"\n".self::END, ['5 error no-rig']];
        yield 'gestures that are copied, of what is not let go, of values' => [
            "rule \"r\"\n  copy cc 1 short\n  send moths\nrule \"s\"\n  take program short\n  send moths\nrule \"t\"\n  take cc 1 short "
                ."changed\n  send moths\n".
            self::END,
            ['6 error copied-gesture', '9 error no-release', '12 error no-value'],
        ];
        yield 'a note of a gesture' => [
            "rule \"r\"\n  take note short key 60\n  send moths\nrule \"s\"\n  take cc 1 held 1s\n  become note 60\n  delay 5ms\n  spread over gulls x 2\n".
            self::END,
            ['7 error note-of-gesture', '12 error note-of-gesture'],
        ];
        yield 'times of gestures that do not agree' => [
            "rule \"r\"\n  take cc 1..4 held 500ms\n  go next\nrule \"s\"\n  take cc 4..5 held 600ms\n  go next\nrule \"t\"\n  take cc 2 "
                ."twice 501ms\n  go next\nrule \"u\"\n  take cc 9 held 100ms\n  go next\n".
            self::END,
            ['9 error gesture-times', '12 error gesture-times'],
        ];
        yield 'times that agree, or never meet' => [
            "rule \"g\"\n  take cc 99\n  go next\nscene \"A\"\nrule \"r\"\n  take cc 1..4 held 500ms\n  go next\nrule \"s\"\n  take cc 4 "
                ."twice 500ms\n  go next\nscene \"B\"\nrule \"t\"\n  take cc 4 held 600ms\n  go next\n".
            self::END,
            [],
        ];
        yield 'rules below gestures' => [
            "rule \"a\"\n  take cc 1 short where value > 3\n  go next\nrule \"b\"\n  take cc 1 held 1s\n  go next\nrule \"c\"\n  take cc "
                ."1\n  send moths\nrule \"d\"\n  take cc 1 held 1s\n  go next\n".
            self::END,
            ['11 warning unreachable', '14 warning unreachable'],
        ];
        yield 'index without a list' => ["rule \"r\"\n  take cc\n  set value = index\n  send moths, gulls\n", ['7 error no-such-field']];
        yield 'sends nowhere' => ["rule \"r\"\n  take cc\n  set value = 1\n".self::END, ['5 warning sends-nowhere']];
        yield 'no selector' => ["rule \"r\"\n".self::END, ['5 error no-selector']];
        yield 'behind a drop' => ["rule \"r\"\n  take cc\n  drop\n  send moths\n".self::END, ['8 warning after-drop']];
        yield 'no such field' => ["rule \"r\"\n  take cc\n  set key = 1\n  send moths\n".self::END, ['7 error no-such-field']];
        yield 'no such field for some' => ["rule \"r\"\n  take cc, note\n  set key = 1\n  send moths\n".self::END, ['7 warning no-such-field']];
        yield 'no such field after become' => [
            "rule \"r\"\n  take note\n  become cc 1 value key\n  only velocity > 3\n  send moths\n".self::END,
            ['8 error no-such-field'],
        ];
        yield 'thin on notes' => ["rule \"r\"\n  take note\n  thin 10ms\n  send moths\n".self::END, ['7 warning thin-on-notes']];
        yield 'gate on a controller' => ["rule \"r\"\n  take cc\n  gate 10ms\n  send moths\n".self::END, ['7 error no-such-field']];
        yield 'a stream without thin' => ["rule \"r\"\n  take pressure\n  send moths\n".self::END, ['6 hint stream-without-thin']];
        yield 'a thinned stream' => ["rule \"r\"\n  take pressure\n  thin 10ms\n  send moths\n".self::END, []];
        yield 'NRPN halves as controllers' => [
            "rule \"r\"\n  take cc 98,99,6\n  send moths\nrule \"n\"\n  take nrpn\n  send gulls\n".self::END,
            ['6 warning split-group'],
        ];
        yield 'MPE without a zone' => [
            "rule \"r\"\n  take mpe\n  flatten to channel 1\n  thin 10ms\n  send moths\n".self::END,
            ['6 warning no-zone'],
        ];
        yield 'fanned out to a port without a zone' => ["rule \"r\"\n  take note\n  fan out to moths\n".self::END, ['7 error no-zone']];
        yield 'a zone larger than its voices' => [
            "port slab in mpe lower 15\nrule \"r\"\n  from slab\n  take mpe\n  spread over moths channels 1..4\n".self::END,
            ['9 hint zone-larger-than-voices', '9 hint bend-range'],
        ];
        yield 'a scene nobody goes to' => ["scene \"A\"\nscene \"B\"\nalways\n".self::END, ['6 warning unreachable-scene']];
        yield 'a scene gone to' => ["scene \"A\"\nscene \"B\"\nalways\nrule \"g\"\n  take cc 1\n  go next\n".self::END, []];
        yield 'an unknown scene' => ["rule \"g\"\n  take cc 1\n  go \"C\"\n".self::END, ['7 error unknown-scene']];
        yield 'two clocks' => [
            "clock lead\n  send moths\nrule \"r\"\n  from keys\n  take clock\n  send moths\nrule \"s\"\n  take cc 1\n  start lead\n".self::END,
            ['10 warning two-clocks'],
        ];
        yield 'any from two ports to one' => [
            "rule \"r\"\n  take any\n  send moths\n".self::END,
            ['7 warning two-clocks', '8 warning unreachable'],
        ];
        yield 'any from one port' => ["rule \"r\"\n  from keys\n  take any\n  send moths\n".self::END, []];
        yield 'a clock that goes nowhere, and one that goes twice' => [
            "clock a\n  tempo 90\nclock b\n  send moths, gulls\n  send moths\nrule \"s\"\n  take cc 1\n  start a\n  start b\n".self::END,
            ['5 warning clock-goes-nowhere', '9 warning clock-twice'],
        ];
        yield 'a scene that nothing leads out of' => [
            "scene \"A\"\nrule \"g\"\n  take cc 1\n  go next\nscene \"B\"\nalways\n".self::END,
            ['9 warning scene-without-way-out'],
        ];
        yield 'a way that stands where nobody comes' => [
            "scene \"A\"\nscene \"B\"\nrule \"g\"\n  take cc 1\n  go next\nscene \"C\"\nalways\n".self::END,
            ['5 warning scene-without-way-out', '6 warning unreachable-scene', '10 warning unreachable-scene'],
        ];
        yield 'a scene by a number too high' => [
            "scene \"A\"\nscene \"B\"\nalways\nrule \"g\"\n  take cc 1\n  go 3\n  go 2\n".self::END,
            ['10 warning no-such-scene'],
        ];
        yield 'fourteen bits into seven' => [
            "rule \"r\"\n  take nrpn 5\n  become cc 7 value value\n  send moths\n".self::END,
            ['7 warning needs-scale'],
        ];
        yield 'seven bits into fourteen' => ["rule \"r\"\n  take cc 5\n  become bend value\n  send moths\n".self::END, ['7 warning needs-scale']];
        yield 'scaled, there is nothing to say' => [
            "rule \"r\"\n  take nrpn 5\n  scale value 0..16383 to 0..127\n  become cc 7 value value\n  send moths\n".self::END,
            [],
        ];
        yield 'a change after the last send' => [
            "rule \"r\"\n  take cc 5\n  send moths\n  set value = 3\n".self::END,
            ['8 warning after-last-send'],
        ];
        yield 'two rules of one title' => [
            "rule \"r\"\n  take cc 5\n  send moths\nrule \"r\"\n  take cc 6\n  send moths\n".self::END,
            ['8 hint same-title'],
        ];
        yield 'a table with keys that are none' => [
            "table kit: 48=36, 50=200\nrule \"r\"\n  take note\n  map key kit\n  send moths\nrule \"f\"\n  take cc, bend\n  send gulls\n",
            ['5 warning table-out-of-range'],
        ];
        yield 'fine parameters to a coarse port' => [
            "port box out nrpn coarse\nrule \"r\"\n  take nrpn 5\n  send box\nrule \"s\"\n  take cc 5\n  become nrpn 3 value value\n  send box\n".
            self::END,
            ['8 warning fine-to-coarse', '11 warning needs-scale'],
        ];
        yield 'a note that nothing ends' => [
            "rule \"r\"\n  take cc 5\n  become note 60 velocity 90\n  send moths\n".self::END,
            ['7 warning note-without-end'],
        ];
        yield 'notes that something ends' => [
            "rule \"p\"\n  take cc 5\n  press\n  become note 60 velocity 90\n  send moths\nrule \"v\"\n  take cc 6\n  become note 60 "
                ."velocity value\n  send moths\nrule \"g\"\n  take cc 7\n  become note 60 velocity 90\n  gate 20ms\n  send moths\n".
            self::END,
            [],
        ];
        yield 'MIDI to a pulse port' => ["port ticker out pulse\nrule \"r\"\n  take note\n  send ticker\n".self::END, ['8 error pulse-port']];
        yield 'pulses to a MIDI port' => ["rule \"r\"\n  take note\n  post pulse 5ms to moths\n".self::END, ['7 error pulse-port']];
        yield 'two toggles' => ["rule \"r\"\n  take cc\n  toggle\n  toggle\n  send moths\n".self::END, ['8 warning double-toggle']];
        yield 'a condition that makes no difference' => [
            "rule \"r\"\n  take tune channel 1\n  send moths\n".self::END,
            ['6 warning condition-ignored'],
        ];
    }

    /** @param list<string> $expected */
    #[DataProvider('books')]
    public function testFindings(string $book, array $expected): void
    {
        self::assertSame($expected, $this->found(Play::PORTS.$book));
    }

    /** @return iterable<string, array{string, string, string}> rulebook, code of the finding, rulebook after its first fix */
    public static function fixes(): iterable
    {
        $p = Play::PORTS;
        yield 'a misspelt port' => ["{$p}rule \"r\"\n  take note\n  send mots\n", 'unknown-port', "{$p}rule \"r\"\n  take note\n  send moths\n"];
        yield 'a misspelt step' => ["{$p}rule \"r\"\n  take note\n  sned moths\n", 'syntax', "{$p}rule \"r\"\n  take note\n  send moths\n"];
        yield 'a range upside down' => [
            "{$p}rule \"r\"\n  take note key C4..C3\n  send moths\n",
            'upside-down-range',
            "{$p}rule \"r\"\n  take note key C3..C4\n  send moths\n",
        ];
        yield 'an unused table' => [
            "{$p}table kit: 1=2\nrule \"r\"\n  take note\n  send moths\n",
            'unused-table',
            "{$p}rule \"r\"\n  take note\n  send moths\n",
        ];
        yield 'keys turned over, a value that ends in a sign and a name' => [
            "{$p}rule \"r\"\n  take note key 0..127\n  set key = -key\n  send moths\n",
            'off-the-keyboard',
            "{$p}rule \"r\"\n  take note key 0..127\n  set key = -key fold\n  send moths\n",
        ];
        yield 'keys pushed off in brackets' => [
            "{$p}rule \"r\"\n  take note key 60..127\n  set key = 2 * (key - 30)\n  send moths\n",
            'off-the-keyboard',
            "{$p}rule \"r\"\n  take note key 60..127\n  set key = 2 * (key - 30) fold\n  send moths\n",
        ];
        yield 'keys pushed off the keyboard' => [
            "{$p}rule \"r\"\n  take note key 100..127\n  set key = key + 12  # up\n  send moths\n",
            'off-the-keyboard',
            "{$p}rule \"r\"\n  take note key 100..127\n  set key = key + 12 fold  # up\n  send moths\n",
        ];
        yield 'a rule that sends nowhere' => ["{$p}rule \"r\"\n  take note\n", 'sends-nowhere', "{$p}rule \"r\"\n  take note\n  drop\n"];
        yield 'an unreachable rule' => [
            "{$p}rule \"a\"\n  take note\n  send moths\n\nrule \"b\"\n  take note key 60\n  send gulls\n",
            'unreachable',
            "{$p}rule \"b\"\n  take note key 60\n  send gulls\n\nrule \"a\"\n  take note\n  send moths\n\n",
        ];
        yield 'take and copy mixed' => [
            "{$p}rule \"a\"\n  take note\n  copy cc\n  send moths\n",
            'take-and-copy',
            "{$p}rule \"a\"\n  take note\n  take cc\n  send moths\n",
        ];
    }

    #[DataProvider('fixes')]
    public function testAFixPutsItRight(string $book, string $code, string $fixed): void
    {
        $findings = array_values(array_filter(Checker::check($book)->findings, static fn (Finding $finding): bool => $code === $finding->code));
        self::assertNotSame([], $findings);
        $after = $findings[0]->fixes[0]->apply($book);
        self::assertSame($fixed, $after);
        self::assertNotContains($code, array_map(static fn (Finding $finding): string => $finding->code, Checker::check($after)->findings));
    }

    /** @return iterable<string, array{string, string}> a line in a rule that takes notes or controllers, and what is written instead */
    public static function habits(): iterable
    {
        yield 'a hyphen for a range' => ['take note key 60-72', '60..72'];
        yield 'between key names, too' => ['take note key C4-C5', 'C4..C5'];
        yield 'a comparison for a list' => ['take cc value > 63', 'where value > 63'];
        yield 'two signs for equal' => ['take cc where value == 5', 'a single ='];
        yield 'an ampersand' => ['take cc where value > 5 && value < 9', 'write "and"'];
        yield 'a bar' => ['take cc where value > 5 || value < 9', 'write "or"'];
        yield 'slashes for a comment' => ['take cc // all of them', 'begins with #'];
        yield 'a decimal comma' => ["take cc\n  set value = value * 1,5", '1.5'];
        yield 'no digit before the point' => ["take cc\n  delay .5s", 'a digit before it'];
        yield 'a small key name' => ['take note key c4', 'C4'];
        yield 'also in an expression' => ["take note\n  set key = c4", 'C4'];
        yield 'if' => ["take note\n  if key > 3", 'only EXPRESSION'];
        yield 'transpose' => ["take note\n  transpose 12", 'set key = key + 12'];
        yield 'pitchbend' => ['take pitchbend', 'write "bend"'];
        yield 'aftertouch' => ['take aftertouch', 'polypressure'];
        yield 'control change' => ['take control change 7', 'write "cc"'];
        yield 'a scene without quotes' => ["take cc\n  go Storm", '"Storm"'];
        yield 'a kind behind a condition' => ['take note key 60..72, cc 7', 'conditions stand behind all the kinds'];
        yield 'a no-break space' => ["take\u{A0}note", 'a no-break space'];
        yield 'a space of no width' => ["take\u{200B} note", 'cannot be seen'];
        yield 'a curly quote' => ["take cc\n  go \u{201C}Storm\u{201D}", 'write a straight one'];
        yield 'a step that is none' => ["take note\n  xyzzy 3", '"xyzzy" cannot stand here; such words as'];
        yield 'a step that is nearly one' => ["take note\n  sned moths", 'did you mean "send"?'];
        yield 'programs from another number' => ["take note\nprograms from 2", 'counted from 0 or from 1, not from 2'];
    }

    #[DataProvider('habits')]
    public function testWhatIsWrittenOutOfHabitIsToldRightAndOnce(string $line, string $says): void
    {
        $findings = Checker::check("port keys in\nport moths out\nscene \"Storm\"\nalways\nrule \"r\"\n  {$line}\n  send moths\n")->findings;
        self::assertCount(
            str_contains($line, 'programs') ? 2 : 1,
            $findings,
            implode("\n", array_map(static fn (Finding $finding): string => $finding->print('b'), $findings)),
        );
        self::assertStringContainsString($says, $findings[0]->text);
    }

    public function testALineSaysEverything(): void
    {
        self::assertSame(
            'show.book:7:8: error: unknown-port: there is no out port "mots"; did you mean "moths"?',
            Checker::check(Play::PORTS."rule \"r\"\n  take note\n  send mots\n")->findings[0]->print('show.book'),
        );
    }

    /** @return list<string> */
    private function found(string $book): array
    {
        return array_map(
            static fn (Finding $finding): string => "{$finding->span->line} {$finding->severity->value} {$finding->code}",
            Checker::check($book)->findings,
        );
    }
}

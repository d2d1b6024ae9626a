<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Card\CardStep;
use ZigzagPost\Core\Card\SetupCard;
use ZigzagPost\Core\Card\Transfer;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\Device;

/** What stands in an editor is sent to the box, and ticked; after any edit that counts no more. Who enters a table clears what is behind its end. */
final class TransferTest extends TestCase
{
    public function testAnEditMakesTheTickStale(): void
    {
        $sent = Transfer::of(self::box(['Switch 1' => 20, 'Switch 2' => 21]));
        self::assertNotNull($sent);
        self::assertFalse($sent->isDone());
        $tick = ['of' => $sent->of, 'at' => '2026-12-01', 'by' => 'Ada'];
        self::assertTrue(Transfer::of(self::box(['Switch 2' => 21, 'Switch 1' => 20], $tick))?->isDone(), 'in whatever order they stand');
        self::assertFalse(Transfer::of(self::box(['Switch 1' => 20, 'Switch 2' => 22], $tick))?->isDone());
        self::assertFalse(Transfer::of(self::box(['Switch 1' => 20], $tick))?->isDone());
        self::assertFalse(Transfer::of(self::box(['Switch 1' => 20, 'Switch 2' => 21], $tick, last: 100))?->isDone(), 'the values of a message count');
        self::assertNull(Transfer::of(self::box([])), 'nothing stands in the editor');
    }

    public function testItIsAJobUntilItIsDone(): void
    {
        self::assertSame(['the settings in the editor of board have not been sent to the box'], self::found(self::analysis(['Switch 1' => 20])));
        $stale = ['of' => 'other', 'at' => '2026-11-30'];
        self::assertSame(
            ['the settings in the editor of board have changed since they were last sent to the box, on 2026-11-30'],
            self::found(self::analysis(['Switch 1' => 20], $stale)),
        );
        $done = ['of' => (string) Transfer::of(self::box(['Switch 1' => 20]))?->of];
        self::assertSame([], self::found(self::analysis(['Switch 1' => 20], $done)));
    }

    public function testTheCardClearsTheRestAndSendsAllOfItAtTheEnd(): void
    {
        $analysis = self::analysis(['Switch 1' => 20, 'Switch 2' => 21]);
        $steps = SetupCard::all($analysis)[0]->steps ?? [];

        self::assertSame(
            ['"Switch 1" sends: controller 20', '"Switch 2" sends: controller 21', 'All other controls: cleared', 'All of it: sent to the box'],
            array_map(static fn (CardStep $step): string => "{$step->title}: {$step->value}", $steps),
        );
        self::assertStringEndsWith('Switch 3, Switch 4', $steps[2]->how);
    }

    public function testWhatARuleAsksForIsNotCleared(): void
    {
        $analysis = self::analysis(['Switch 1' => 20], book: "rulebook \"Feet\"\nport feet in\nrule \"Three\"\n  from feet\n  take cc 82\n  drop\n");
        $steps = SetupCard::all($analysis)[0]->steps ?? [];

        self::assertSame('they send what the factory gave them: Switch 2, Switch 4', $steps[1]->how);
    }

    /** @return list<string> */
    private static function found(RigAnalysis $analysis): array
    {
        $sent = array_filter(Examination::of($analysis)->findings, static fn (RigFinding $finding): bool => 'not-sent' === $finding->fact->code());

        return array_values(array_map(static fn (RigFinding $finding): string => $finding->fact->text(), $sent));
    }

    /**
     * @param array<string, int> $numbers
     * @param array<string, string>|null $sent
     */
    private static function box(array $numbers, ?array $sent = null, int $last = 127): Device
    {
        return self::analysis($numbers, $sent, last: $last)->setup->box('board') ?? throw new \LogicException('there is a board');
    }

    /**
     * @param array<string, int> $numbers
     * @param array<string, string>|null $sent
     */
    private static function analysis(array $numbers, ?array $sent = null, string $book = '', int $last = 127): RigAnalysis
    {
        $controls = [];
        foreach (range(1, 4) as $number) {
            $message = ['kind' => 'cc', 'number' => 79 + $number, 'values' => [0, 127]];
            $controls[] = ['name' => "Switch {$number}", 'sort' => 'switch', 'assign' => 'editor', 'sends' => [['gesture' => 'press', 'message' => $message]]];
        }
        $message = static fn (int $number): array => ['kind' => 'cc', 'number' => $number, 'values' => [0, $last]];
        $assigned = array_map(static fn (int $number): array => ['message' => $message($number), 'state' => 'set'], $numbers);
        $unit = ['name' => 'board', 'chart' => 'a', 'assigned' => $assigned, ...null === $sent ? [] : ['sent' => $sent]];
        $rig = Kit::rig(
            ['a' => Kit::board($controls), 'b' => Kit::hearer('Box')],
            [$unit, ['name' => 'box', 'chart' => 'b']],
            ['' === $book ? Kit::lead('1', 'board out', 'box in') : Kit::lead('1', 'board out', 'post feet')],
            '' === $book ? [] : ['rulebook' => $book],
        );

        return new RigAnalysis(Kit::setup($rig, $book));
    }
}

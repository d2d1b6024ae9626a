<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;

/** Two units that mirror each other share a channel, so that one line of the rules moves both. */
final class MirrorsTest extends TestCase
{
    private const BOOK = "rulebook \"Mirrors\"\nport feet in\nport boxes out\nrule \"Mix\"\n  from feet\n  take cc 20\n  turn left \"Mix\"\n";

    public function testThePlanGivesBothTheSameChannelAndTheThirdItsOwn(): void
    {
        $plan = (new RigAnalysis(Kit::setup(self::rig('left'), self::BOOK)))->plan();
        $channels = [];
        foreach ($plan->settings as $setting) {
            $channels[$setting->box->name] = $setting->value;
        }

        self::assertNull($plan->conflict);
        self::assertSame(['left' => 3, 'right' => 3, 'third' => 1], $channels, 'one of the two moves, and costs least');
        self::assertSame(['right mirrors left'], array_values(array_filter(array_map(
            static fn ($setting): ?string => $setting->changes() ? $setting->reason : null,
            $plan->settings,
        ))));
    }

    public function testApartTheyAreFoundAndThePlanPutsThemRight(): void
    {
        $analysis = new RigAnalysis(Kit::setup(self::rig('left'), self::BOOK));
        $found = self::found($analysis);

        self::assertSame(
            ['right mirrors left, and listens on MIDI channel 4 where the other listens on 3: what moves one does not move the other'],
            array_map(static fn (RigFinding $finding): string => $finding->fact->text(), $found),
        );
        self::assertSame(['/units/1/settings/channel' => ['value' => 3, 'state' => 'planned']], $found[0]->fix?->changes);
    }

    public function testOnAnotherLeadItIsFound(): void
    {
        $rig = self::rig('left', 3, 'post others');
        $analysis = new RigAnalysis(Kit::setup($rig, str_replace("port boxes out\n", "port boxes out\nport others out\n", self::BOOK)));

        self::assertSame(
            ['right mirrors left, and what leaves post boxes reaches only one of them'],
            array_map(static fn (RigFinding $finding): string => $finding->fact->text(), self::found($analysis)),
        );
    }

    public function testNobodyMirrorsWhoIsNotThere(): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage('there is no unit gone');
        self::rig('gone');
    }

    /** @return list<RigFinding> */
    private static function found(RigAnalysis $analysis): array
    {
        $isOfMirrors = static fn (RigFinding $finding): bool => 'mirrors-apart' === $finding->fact->code();

        return array_values(array_filter(Examination::of($analysis)->findings, $isOfMirrors));
    }

    private static function rig(string $mirrors, int $channel = 4, string $port = 'post boxes'): \ZigzagPost\Core\Rig\Document\Rig
    {
        $box = static fn (int $factory): array => Kit::hearer('Box', $factory, more: [
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
            'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
            'parameters' => [['name' => 'Mix', 'reach' => 'midi', 'raw' => [0, 127], 'message' => ['kind' => 'cc', 'number' => 20]]],
        ]);
        $isBehind = 'post boxes' === $port;

        return Kit::rig(
            ['left' => $box(3), 'right' => $box($channel), 'third' => $box(1)],
            [
                ['name' => 'left', 'chart' => 'left'],
                ['name' => 'right', 'chart' => 'right', 'mirrors' => $mirrors],
                ['name' => 'third', 'chart' => 'third'],
            ],
            [
                Kit::lead('1', 'post boxes', 'left in'),
                $isBehind ? Kit::lead('2', 'left thru', 'right in') : Kit::lead('2', $port, 'right in'),
                Kit::lead('3', $isBehind ? 'right thru' : 'left thru', 'third in'),
            ],
        );
    }
}

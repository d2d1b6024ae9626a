<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Show\Learn\NamedControl;
use ZigzagPost\Core\Show\Learn\PlayedChart;
use ZigzagPost\Core\Show\Learn\Recognition;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Tests\Core\Rig\Kit;

/** A surface that was played control by control becomes a chart whose stand-in sends the same. */
final class PlayedChartTest extends TestCase
{
    public function testTheStandInOfTheChartSendsWhatWasPlayed(): void
    {
        $demo = RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json')));
        foreach (['treadle', 'tray', 'strip'] as $unit) {
            $box = $demo->boxes[$unit];
            $sender = new DeviceSender($box);
            $setup = Setup::of($demo->rig, Source::of("port any in\n")->book);
            $played = [];
            foreach ($box->chart->surface->controls ?? [] as $index => $control) {
                $values = $control->sort->isTwoState() ? [127, 0] : [0, 40, 80, 127, 60, 0];
                $events = [];
                foreach ($values as $step => $value) {
                    $bytes = $sender->play($control->name, $value);
                    $events[] = new Event(2_000_000 + ($control->sort->isTwoState() ? 700_000 : 150_000) * $step, 'any', $bytes);
                }
                $sure = Recognition::of($events, 0, 6_000_000, $setup)->sure();
                if (null !== $sure) {
                    $played[] = new NamedControl($control->name, $sure);
                    $played[] = new NamedControl($control->name, $sure); // once more is the same control
                }
            }
            self::assertGreaterThan(7, \count($played), $unit);
            $chart = PlayedChart::of('Played', $played);
            $rig = Kit::rig(['played' => $chart], [['name' => 'played', 'chart' => 'played']], []);
            $again = new DeviceSender(RigFile::setup($rig)->boxes['played']);
            $known = array_column(
                \is_array($chart['surface']) && \is_array($chart['surface']['controls']) ? $chart['surface']['controls'] : [],
                'name',
            );
            self::assertSame(array_values(array_unique(array_column($played, 'title'))), $known);
            foreach ($known as $title) {
                self::assertIsString($title);
                $control = $box->control($title);
                self::assertInstanceOf(Control::class, $control);
                foreach ($control->sort->isTwoState() ? [127] : [0, 64, 127] as $value) {
                    self::assertSame(bin2hex($sender->play($title, $value)), bin2hex($again->play($title, $value)), "{$unit} {$title} at {$value}");
                }
            }
        }
    }

    public function testNamesThatStandTwiceAreToldApart(): void
    {
        $heard = static fn (string $bytes): array => [
            new Event(1_000_000, 'any', (string) hex2bin($bytes.'7F')),
            new Event(1_700_000, 'any', (string) hex2bin($bytes.'00')),
        ];
        $setup = Kit::setup(Kit::rig([], [], []), "port any in\n");
        $played = [];
        foreach (['B050', 'B051', 'B150'] as $bytes) {
            $played[] = new NamedControl('Switch', Recognition::of($heard($bytes), 0, 4_000_000, $setup)->sure() ?? self::fail('sure'));
        }
        $chart = RigFile::chart(Json::encode(PlayedChart::of('Two', $played)));
        self::assertSame(
            ['Switch', 'Switch 2', 'Switch 3'],
            array_map(static fn (Control $control): string => $control->name, $chart->surface->controls ?? []),
        );
        $titled = array_map(
            static fn (string $title, NamedControl $each): NamedControl => new NamedControl($title, $each->control),
            ['  Foot  ', "\t", 'FOOT'],
            $played,
        );
        $blank = RigFile::chart(Json::encode(PlayedChart::of('Two', $titled)));
        self::assertSame(
            ['Foot', 'Switch', 'FOOT 2'],
            array_map(static fn (Control $control): string => $control->name, $blank->surface->controls ?? []),
            'without blanks, and told apart whatever the letters',
        );
        self::assertSame(
            [null, null, 2],
            array_map(static fn (Control $control): mixed => $control->message()?->channel, $chart->surface->controls ?? []),
        );
    }
}

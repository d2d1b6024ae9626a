<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\Circle;
use ZigzagPost\Core\World\Echoes;
use ZigzagPost\Tests\Core\Kept;
use ZigzagPost\Tests\Core\Rig\WayRig;

/** What goes round between rules and a hub, and what comes to an end, stays as it was; that it is right is shown by EchoesThroughRulesTest. */
final class EchoesStayTest extends TestCase
{
    private const PORTS = "port in in\nport back in\nport out out\nport lamps out\n";
    private const MESSAGES = [
        'B0 01 40',
        'B0 14 01',
        'B1 50 7F',
        '90 24 40',
        '80 24 40',
        'F8',
        'FA',
        'E0 00 50',
        'B0 63 00 B0 62 05 B0 06 01 B0 26 00',
        'C0 03',
    ];
    private const RULES = [
        'take cc' => "  take cc\n  send out\n",
        'one less each time' => "  take cc\n  only value > 0\n  set value = value - 1\n  send out\n",
        'one more each time' => "  take cc\n  set value = value + 1\n  send out\n",
        'as far as it goes' => "  take cc\n  only value < 127\n  set value = value + 1\n  send out\n",
        'another number each time' => "  take cc 1..40\n  become cc (number + 1) value value\n  send out\n",
        'to and fro' => "  take cc 1..9\n  become cc (10 - number) value value\n  send out\n",
        'halved' => "  take cc\n  set value = value / 2\n  send out\n",
        'later' => "  take cc\n  delay 500ms\n  send out\n",
        'too late' => "  take cc\n  delay 3s\n  send out\n",
        'twice as many' => "  take cc\n  send out\n  post cc 5 value 9 to out\n",
        'presses' => "  take cc\n  press\n  toggle\n  send out\n",
        'keys' => "  take note\n  send out channel 2\n",
        'clock' => "  take clock, start\n  send out\n",
        'wheel' => "  take bend\n  set bend = bend / 2 - 1\n  send out\n",
        'parameters' => "  take nrpn 1..9\n  send out\n",
        'programs' => "  take program\n  send out\n  send lamps\n",
    ];

    public function testWhatGoesRoundStays(): void
    {
        $text = '';
        foreach (self::RULES as $title => $steps) {
            $rules = self::PORTS."scene \"A\"\nrule \"r\"\n{$steps}scene \"B\"\n  on enter post cc 1 value 3 to out\n";
            foreach ([0, 3, 5, 6] as $seed) {
                $text .= self::rounds("{$title}, hub {$seed}", Json::encode(['rulebook' => $rules] + Json::members(WayRig::json($seed, true))));
            }
        }
        for ($seed = 0; $seed < 60; ++$seed) {
            $text .= self::rounds("rig {$seed}", WayRig::json(500 + $seed, true));
        }

        Kept::asIn(__DIR__.'/stays/echoes.txt', $text);
    }

    private static function rounds(string $title, string $json): string
    {
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig($json)));
        if ($analysis->checked()->hasErrors()) {
            return Kept::line($title, 'errors');
        }
        $echoes = new Echoes($analysis->setup, $analysis->graph, $analysis->compiled());
        $found = [];
        foreach ($echoes->inPorts() as $port) {
            foreach (self::MESSAGES as $hex) {
                foreach ([0, 1] as $scene) {
                    $found["{$port} {$hex} {$scene}"] = self::words($echoes->endless($port, (string) Bytes::fromHex($hex), $scene));
                }
            }
        }

        return Kept::line($title, $found);
    }

    private static function words(?Circle $circle): string
    {
        return null === $circle ? 'ends' : "{$circle->out} > {$circle->in}, ".\count($circle->way).' hops';
    }
}

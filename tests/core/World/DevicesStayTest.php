<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\DeviceReceiver;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\SimulatedDevice;
use ZigzagPost\Tests\Core\Kept;
use ZigzagPost\Tests\Core\Rig\RandomRig;
use ZigzagPost\Tests\Core\Rig\StageRig;

/** What devices of all kinds make of what they hear, and what they send when they are touched, stays as it was; that it is right is shown elsewhere. */
final class DevicesStayTest extends TestCase
{
    private const MESSAGES = 120;

    /** @return iterable<string, array{int}> */
    public static function parts(): iterable
    {
        for ($part = 0; $part < 10; ++$part) {
            yield "part {$part}" => [$part];
        }
    }

    #[DataProvider('parts')]
    public function testWhatTheyHearStays(int $part): void
    {
        $text = '';
        $random = new Randomizer(new Mt19937(40 + $part));
        foreach (self::devices($part) as $title => $box) {
            $text .= "== {$title}\n";
            foreach ($box->chart->hears ?? [] as $hears) {
                $device = new SimulatedDevice($box);
                $receiver = new DeviceReceiver($box);
                $timeUs = 0;
                for ($count = 0; $count < self::MESSAGES; ++$count) {
                    $timeUs += $random->getInt(0, 9) * 10_000;
                    $bytes = self::message($box, $random);
                    $heard = array_map(
                        static fn (Heard $each): string => "{$each->what} {$each->title} {$each->value}".($each->isNew ? ' new' : ''),
                        $device->hear($timeUs, $hears, $bytes),
                    );
                    $did = $receiver->hearAt($hears->id, $timeUs, $bytes, null);
                    if ([] !== $heard || null !== $did) {
                        $text .= Kept::line($timeUs, bin2hex($bytes), $heard, $did, $device->wasMeant($hears, $bytes));
                    }
                    if (0 === $count % 40) {
                        $saved = $device->save();
                        $device = new SimulatedDevice($box);
                        $device->restore($saved);
                        $kept = $receiver->save();
                        $receiver = new DeviceReceiver($box);
                        $receiver->restore($kept);
                    }
                }
                $receiver->hearAt($hears->id, $timeUs, '', 5_000);
                $text .= Kept::line($device->values(), $device->program(), $device->sounding(), $receiver->view(MiddleC::C4));
            }
        }

        Kept::asIn(__DIR__."/stays/heard-{$part}.txt", $text);
    }

    #[DataProvider('parts')]
    public function testWhatTheySendStays(int $part): void
    {
        $text = '';
        foreach (self::devices($part) as $title => $box) {
            $sender = new DeviceSender($box);
            $described = $sender->describe();
            $text .= Kept::line("== {$title}", ['controls' => \array_slice($described['controls'], 0, 40)] + $described);
            foreach ($box->chart->surface->controls ?? [] as $control) {
                foreach ([0, 1, 63, 64, 65, 127, 128, 16_383, -1, -8_192] as $value) {
                    $messages = array_map(static fn (array $each): array => array_map(bin2hex(...), $each), $sender->messages($control->name, $value));
                    $text .= [] === $messages ? '' : Kept::line($control->name, $value, $messages);
                }
                foreach ($sender->sweep($control) as $swept) {
                    $text .= Kept::line($swept->kind->value, \count($swept->messages), bin2hex(implode('', $swept->messages)));
                }
            }
            $others = ['key 60', 'key 127', 'key 128', 'clock', 'start', 'finger 1 key 60', 'finger 2 bend', 'finger 3 pressure', 'finger 16 timbre'];
            foreach ($others as $touched) {
                $text .= Kept::line($touched, bin2hex($sender->play($touched, 90)), bin2hex($sender->play($touched, 0)));
            }
        }

        Kept::asIn(__DIR__."/stays/sent-{$part}.txt", $text);
    }

    /** @return iterable<string, Device> */
    private static function devices(int $part): iterable
    {
        $any = explode("\n", trim((string) file_get_contents(\dirname(__DIR__).'/Rig/stays/any.jsonl')));
        $rigs = match (true) {
            $part < 6 => array_map(RigFile::rig(...), \array_slice($any, 4 * $part, 4)),
            6 === $part => [StageRig::rig()],
            default => array_map(static fn (int $seed) => (new RandomRig(100 * $part + $seed, 0 !== $seed % 2))->rig, [1, 2, 3]),
        };
        foreach ($rigs as $place => $rig) {
            foreach (RigFile::setup($rig)->boxes as $box) {
                if (!$box->isPost()) {
                    yield "{$place} {$box->name}" => $box;
                }
            }
        }
    }

    /** One that the device may hear, on a channel on which it may. */
    private static function message(Device $box, Randomizer $random): string
    {
        $channel = $random->getInt(0, 3);
        $numbers = [7, 64, 120, 123, 121];
        $wide = [5];
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $message = $parameter->message;
            $numbers[] = ($message->number ?? 7) & 0x7F;
            $wide[] = $message->number ?? 5;
        }
        $number = $numbers[$random->getInt(0, \count($numbers) - 1)];
        $value = [0, 1, 63, 64, 127, $random->getInt(0, 127)][$random->getInt(0, 5)];
        $cc = static fn (int $of, int $to): string => \chr(0xB0 | $channel).\chr($of).\chr($to);
        $selected = $wide[$random->getInt(0, \count($wide) - 1)];

        return match ($random->getInt(0, 12)) {
            0, 1, 2 => $cc($number, $value),
            3 => $cc($number < 96 ? $number + 32 : 38, $value),
            4 => $cc(0 === $selected % 2 ? 99 : 101, ($selected >> 7) & 0x7F),
            5 => $cc(0 === $selected % 3 ? 98 : 100, $selected & 0x7F),
            6 => $cc(6, $value),
            7 => $cc([38, 96, 97, 0, 32][$random->getInt(0, 4)], $value),
            8 => \chr(0xC0 | $channel).\chr($value),
            9 => \chr(0x90 | $channel).\chr(60 + $value % 5).\chr($value),
            10 => \chr([0x80, 0xA0][$value % 2] | $channel).\chr(60 + $value % 5).\chr($value),
            11 => \chr(0xE0 | $channel).\chr($value).\chr(127 - $value),
            default => [\chr(0xD0 | $channel).\chr($value), "\xF8", "\xFA", "\xF0\x7D\x01\x07\x40\xF7", "\xF2\x01\x02", "\x40"][$random->getInt(0, 5)],
        };
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\CannotPlay;
use App\Live\DeviceFile;
use App\Live\Devices;
use App\Live\FoundDevice;
use App\Live\OpensDevices;
use App\Live\SystemDevices;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;

/** Devices by the names that the system gives them, and plugs of an interface with several, before a computer that is made up. */
final class InterfaceTest extends TestCase
{
    private string $root = '';

    protected function setUp(): void
    {
        $this->root = sys_get_temp_dir().'/devices-'.bin2hex(random_bytes(6));
        foreach (['/dev/snd', '/proc/asound/card0', '/proc/asound/card2'] as $folder) {
            (new Filesystem())->mkdir($this->root.$folder);
        }
        posix_mkfifo("{$this->root}/dev/snd/midiC0D0", 0o600);
        posix_mkfifo("{$this->root}/dev/snd/midiC2D0", 0o600);
        posix_mkfifo("{$this->root}/dev/snd/midiC2D1", 0o600);
        file_put_contents("{$this->root}/proc/asound/card0/id", "Slab\n");
        file_put_contents("{$this->root}/proc/asound/card0/midi0", "Slab\n\nOutput 0\n  Tx bytes     : 0\nInput 0\n  Rx bytes     : 0\n");
        file_put_contents("{$this->root}/proc/asound/card2/id", "Box\n");
        file_put_contents("{$this->root}/proc/asound/card2/midi0", "Box MIDI\n\nOutput 0\nOutput 1\nOutput 2\nInput 0\n");
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->root);
    }

    public function testDevicesAreFoundByNameWhereverTheyArePluggedIn(): void
    {
        $names = array_map(static fn (FoundDevice $each): string => $each->name, Devices::list($this->root));
        self::assertSame(['Box/1', 'Box:1', 'Box:2', 'Box:3', 'Slab'], $names);
        self::assertSame(["{$this->root}/dev/snd/midiC2D0", 3], [Devices::find('Box:3', $this->root)->path, Devices::find('Box:3', $this->root)->plug]);
        self::assertNull(Devices::find('Slab', $this->root)->plug);
        rename("{$this->root}/proc/asound/card0", "{$this->root}/proc/asound/card7");
        rename("{$this->root}/dev/snd/midiC0D0", "{$this->root}/dev/snd/midiC7D0");
        self::assertSame("{$this->root}/dev/snd/midiC7D0", Devices::find('Slab', $this->root)->path);
        $this->expectException(CannotPlay::class);
        $this->expectExceptionMessage('there is no device "Box:4" on this computer');
        Devices::find('Box:4', $this->root);
    }

    public function testTwoOfOneNameAreNotMixedUp(): void
    {
        file_put_contents("{$this->root}/proc/asound/card2/id", "Slab\n");
        file_put_contents("{$this->root}/proc/asound/card2/midi0", "Slab\n\nOutput 0\n");
        $this->expectException(CannotPlay::class);
        $this->expectExceptionMessage('2 devices are named "Slab"');
        Devices::find('Slab', $this->root);
    }

    public function testThePlugThatWasAskedForIsOpenedOrNone(): void
    {
        $system = new class implements OpensDevices {
            /** @var list<array{string, int|null, bool}> */
            public array $asked = [];
            public bool $isWrong = false;

            public function open(string $path, ?int $plug, bool $isOut)
            {
                $this->asked[] = [basename($path), $plug, $isOut];
                $stream = fopen($path, 'r+n');

                return $this->isWrong || false === $stream ? throw CannotPlay::because("{$path}: the system has opened another plug than {$plug}") : $stream;
            }
        };
        $found = Devices::find('Box:2', $this->root);
        $device = DeviceFile::open($found->path, true, $found->plug, $system);
        self::assertSame(3, $device->write("\x90\x3C\x40"));
        $device->close();
        self::assertSame([['midiC2D0', 2, true]], $system->asked);
        $system->isWrong = true;
        $this->expectException(CannotPlay::class);
        $this->expectExceptionMessage('another plug than 2');
        DeviceFile::open($found->path, true, $found->plug, $system);
    }

    public function testAPlugThatCannotBeChosenIsToldAndNothingOpened(): void
    {
        $this->expectException(CannotPlay::class);
        $this->expectExceptionMessage('plug 2 cannot be chosen');
        (new SystemDevices())->open("{$this->root}/dev/snd/midiC2D0", 2, true);
    }
}

<?php

declare(strict_types=1);

namespace App\Live;

/**
 * Devices of Linux. An interface with several plugs is one file with as many subdevices: which one is opened is asked of the control device of its card
 * first, and looked at afterwards (sound/asound.h: SNDRV_CTL_IOCTL_RAWMIDI_PREFER_SUBDEVICE, SNDRV_RAWMIDI_IOCTL_INFO).
 */
final class SystemDevices implements OpensDevices
{
    private const PREFER = 0x40045542;
    private const INFO = 0x810C5701;
    /** Of struct snd_rawmidi_info: its size, and where the subdevice stands in it. */
    private const INFO_BYTES = 268;
    private const SUBDEVICE_AT = 4;
    private const READ = 0;
    private const WRITE = 1;
    private const READ_WRITE = 2;
    /** O_NOCTTY, O_NONBLOCK, O_CLOEXEC */
    private const FLAGS = 0o400 | 0o4000 | 0o2000000;

    public function open(string $path, ?int $plug, bool $isOut)
    {
        if (null !== $plug) {
            return $this->plug($path, $plug, $isOut);
        }
        $stream = @fopen($path, ($isOut ? 'w' : 'r').'ne');
        if (false === $stream) {
            throw CannotPlay::because("{$path}: this device cannot be opened (".preg_replace('/^.*: /', '', error_get_last()['message'] ?? '').')');
        }

        return $stream;
    }

    /**
     * @return resource
     *
     * @throws CannotPlay
     */
    private function plug(string $path, int $plug, bool $isOut)
    {
        if (!\extension_loaded('ffi') || 1 !== preg_match('/^(.*)\/midiC(\d+)D\d+$/D', $path, $part)) {
            throw CannotPlay::because("{$path}: plug {$plug} cannot be chosen here".(\extension_loaded('ffi') ? '' : '; PHP needs its FFI extension for that'));
        }
        $system = \FFI::cdef('int open(const char *path, int flags); int close(int fd); int ioctl(int fd, unsigned long request, void *argument);');
        $control = $this->call($system, 'open', "{$part[1]}/controlC{$part[2]}", self::READ_WRITE | self::FLAGS);
        try {
            $wanted = self::made($system, 'int[1]');
            $wanted[0] = $plug - 1; // @phpstan-ignore offsetAccess.nonOffsetAccessible
            if ($control < 0 || $this->call($system, 'ioctl', $control, self::PREFER, $wanted) < 0) {
                throw CannotPlay::because("{$path}: plug {$plug} cannot be chosen; is it used by another program?");
            }
            $device = $this->call($system, 'open', $path, ($isOut ? self::WRITE : self::READ) | self::FLAGS);
            if ($device < 0) {
                throw CannotPlay::because("{$path}: plug {$plug} cannot be opened; is it used by another program?");
            }
            try {
                $this->verify($system, $device, $path, $plug);
                $stream = fopen("php://fd/{$device}", $isOut ? 'w' : 'r');

                return false === $stream ? throw CannotPlay::because("{$path}: plug {$plug} cannot be opened") : $stream;
            } finally {
                $this->call($system, 'close', $device);
            }
        } finally {
            $control < 0 || $this->call($system, 'close', $control);
        }
    }

    /** @throws CannotPlay where the system has opened another plug */
    private function verify(\FFI $system, int $device, string $path, int $plug): void
    {
        $info = self::made($system, 'char['.self::INFO_BYTES.']');
        $isTold = $this->call($system, 'ioctl', $device, self::INFO, $info) >= 0;
        /** @var array{is: int} $subdevice */
        $subdevice = unpack('Vis', \FFI::string($info, self::INFO_BYTES), self::SUBDEVICE_AT);
        if (!$isTold || $subdevice['is'] !== $plug - 1) {
            throw CannotPlay::because("{$path}: the system has opened another plug than {$plug}; nothing is sent there");
        }
    }

    private static function made(\FFI $system, string $type): \FFI\CData
    {
        return $system->new($type) ?? throw new \LogicException("there is no type {$type}");
    }

    private function call(\FFI $system, string $name, mixed ...$arguments): int
    {
        /** @var int */
        return $system->{$name}(...$arguments); // @phpstan-ignore method.dynamicName
    }
}

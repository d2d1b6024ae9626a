<?php

declare(strict_types=1);

namespace App\Live;

use App\Storage\MemoryFolder;
use Symfony\Component\Filesystem\Filesystem;

/**
 * Where a host keeps what it needs to go on: a folder in shared memory of its own, found by a pointer in the state folder, and copied there when
 * the host ends.
 */
final readonly class HostFolder
{
    private const LOCK = 'lock';
    private const KEPT = 'kept';
    private const TRIES = 10;
    private const BETWEEN_TRIES_US = 20_000;
    /** Names the state folder of a host. */
    private const STATE = 'state';
    /** Names the recording that is written. */
    private const RECORDING = 'recording';

    /** @var resource|null */
    private mixed $lock;

    private function __construct(public string $state, public string $path, mixed $lock)
    {
        $this->lock = \is_resource($lock) ? $lock : null;
    }

    /**
     * @param string $state the state folder, which is made where there is none
     * @param string $what what is played, as the refusal of a second host names it
     *
     * @throws CannotPlay
     */
    public static function take(string $state, string $what): self
    {
        if (!is_dir($state) && !@mkdir($state, 0o700, true)) {
            throw CannotPlay::because("{$state}: this folder cannot be made; name another one with --state");
        }
        if (!MemoryFolder::isOurs($state)) {
            throw CannotPlay::because("{$state}: this folder is open to others, or of somebody else; name one of your own with --state (chmod 700)");
        }
        $state = (string) realpath($state);
        $lock = @fopen("{$state}/".self::LOCK, 'c+e');
        if (false === $lock || !self::lock($lock)) {
            $owner = false === $lock ? '' : trim((string) fread($lock, 1000));
            throw CannotPlay::because("{$what} is played already".('' === $owner ? '' : ": {$owner}").'; end that one first');
        }
        ftruncate($lock, 0);
        rewind($lock);
        fwrite($lock, 'process '.getmypid()." on this computer, state in {$state}\n");
        fflush($lock);
        $path = (new MemoryFolder("{$state}/place", "{$state}/instead", is_dir('/dev/shm') ? '/dev/shm' : $state))->path();
        if (!is_dir($path) && !@mkdir($path, 0o700, true)) {
            throw CannotPlay::because("{$path}: this folder cannot be made");
        }
        $folder = new self($state, $path, $lock);
        $folder->fetch();
        self::write("{$path}/".self::STATE, "{$state}\n");

        return $folder;
    }

    /**
     * Whoever only looks who plays here holds the lock for a moment as well.
     *
     * @param resource $lock
     */
    private static function lock(mixed $lock): bool
    {
        for ($try = 0; $try < self::TRIES; ++$try) {
            if (flock($lock, \LOCK_EX | \LOCK_NB)) {
                return true;
            }
            usleep(self::BETWEEN_TRIES_US);
        }

        return false;
    }

    /** The state folder of the host in a folder; null where that is gone. */
    public static function stateOf(string $folder): ?string
    {
        $state = trim((string) @file_get_contents("{$folder}/".self::STATE));

        return '' !== $state && is_dir($state) ? $state : null;
    }

    /** Keeps in mind where a recording is written, for who has to go on with it. */
    public function record(?string $recording): void
    {
        @unlink("{$this->path}/".self::RECORDING);
        null === $recording ?: self::write("{$this->path}/".self::RECORDING, (str_starts_with($recording, '/') ? '' : getcwd().'/').$recording);
    }

    /** Where the recording goes on that another host has left: beside the one that it wrote. */
    public function nextRecording(): ?string
    {
        $recording = (string) @file_get_contents("{$this->path}/".self::RECORDING);
        for ($number = 2; '' !== $recording; ++$number) {
            $next = (string) preg_replace('/(\.[^.\/]*)?$/D', "-{$number}$1", $recording, 1);
            if (!file_exists($next)) {
                return $next;
            }
        }

        return null;
    }

    /**
     * Where the host is that plays with a state folder.
     *
     * @throws CannotPlay where there is none
     */
    public static function placeOf(string $state): string
    {
        $name = trim((string) @file_get_contents("{$state}/place"));
        $path = "/dev/shm/{$name}";

        return 1 === preg_match('/^zigzag-[0-9a-f]{32}$/D', $name) && MemoryFolder::isOurs($path)
            ? $path
            : throw CannotPlay::because('nothing plays with this state');
    }

    /** The process that plays with a state folder; null where none does. */
    public static function ownerOf(string $state): ?int
    {
        $lock = @fopen("{$state}/".self::LOCK, 'r');
        if (false === $lock) {
            return null;
        }
        $isFree = flock($lock, \LOCK_SH | \LOCK_NB);
        $owner = (string) fread($lock, 1000);
        fclose($lock);

        return !$isFree && 1 === preg_match('/^process (\d+) /', $owner, $part) ? (int) $part[1] : null;
    }

    /** Keeps what was played on disk, so that it outlasts the computer. */
    public function keep(): void
    {
        $kept = "{$this->state}/".self::KEPT;
        $next = "{$kept}.next";
        self::remove($next);
        @mkdir($next, 0o700);
        foreach (glob("{$this->path}/*") ?: [] as $file) {
            if (is_file($file)) {
                copy($file, "{$next}/".basename($file));
            }
        }
        self::remove($kept);
        rename($next, $kept);
    }

    /** Puts a file in the place of what was there, whole or not at all. */
    public static function write(string $file, string $bytes): void
    {
        $part = "{$file}.part";
        if (\strlen($bytes) !== @file_put_contents($part, $bytes) || !rename($part, $file)) {
            @unlink($part);
            throw CannotPlay::because("{$file}: this file cannot be written; is the disk full?");
        }
    }

    /** Gives back memory and lock. */
    public function leave(): void
    {
        self::remove($this->path);
        if (null !== $this->lock) {
            fclose($this->lock);
        }
    }

    /** Brings back what was kept, where the memory holds nothing: after the computer was off. */
    private function fetch(): void
    {
        if (is_file("{$this->path}/".LivePlan::FILE)) {
            return; // it was not ended, but died
        }
        foreach (glob("{$this->state}/".self::KEPT.'/*') ?: [] as $file) {
            copy($file, "{$this->path}/".basename($file));
        }
    }

    private static function remove(string $folder): void
    {
        (new Filesystem())->remove($folder);
    }
}

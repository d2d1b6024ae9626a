<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

/** The far end of a pseudo-terminal: what stands for a device whose driver is one. */
final class Terminal
{
    /** O_RDWR, O_NOCTTY, O_NONBLOCK, and O_CLOEXEC, so that no child of ours keeps it open. */
    private const FLAGS = 0o2 | 0o400 | 0o4000 | 0o2000000;

    public readonly string $path;
    private readonly \FFI $libc;
    private int $handle;

    public function __construct()
    {
        $this->libc = \FFI::cdef('int posix_openpt(int f); int grantpt(int d); int unlockpt(int d); int ptsname_r(int d, char *b, size_t n); '
            .'long read(int d, void *b, size_t n); long write(int d, const char *b, size_t n); int close(int d);');
        $this->handle = $this->call('posix_openpt', self::FLAGS);
        $this->call('grantpt', $this->handle);
        $this->call('unlockpt', $this->handle);
        $name = $this->libc->new('char[200]') ?? throw new \RuntimeException();
        $this->call('ptsname_r', $this->handle, $name, 200);
        $this->path = \FFI::string($name);
    }

    /** What has come since the last call. */
    public function read(): string
    {
        $buffer = $this->libc->new('char[4096]') ?? throw new \RuntimeException();
        $bytes = '';
        while (($count = $this->call('read', $this->handle, $buffer, 4096)) > 0) {
            $bytes .= \FFI::string($buffer, $count);
        }

        return $bytes;
    }

    public function write(string $bytes): void
    {
        while ('' !== $bytes) {
            $count = $this->call('write', $this->handle, $bytes, \strlen($bytes));
            $bytes = $count > 0 ? substr($bytes, $count) : $bytes;
            $count > 0 || usleep(1000);
        }
    }

    /** Hangs up, as a device does that is unplugged. */
    public function hangUp(): void
    {
        if ($this->handle >= 0) {
            $this->call('close', $this->handle);
            $this->handle = -1;
        }
    }

    private function call(string $name, mixed ...$arguments): int
    {
        /** @var int */
        return $this->libc->{$name}(...$arguments); // @phpstan-ignore method.dynamicName
    }
}

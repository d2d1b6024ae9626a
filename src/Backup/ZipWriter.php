<?php

declare(strict_types=1);

namespace App\Backup;

use App\Storage\StorageProblem;

/**
 * A zip that is written as it goes, with steady memory and without a file: who reads it may be slow, and the disk full.
 *
 * Checksum and sizes stand behind each entry (bit 3 of its flags), and the directory is that of zip64, so that neither its size nor the number
 * of its entries ends it.
 */
final class ZipWriter
{
    private const PIECE = 1 << 18;
    /** 4.5, from which on there is zip64. */
    private const VERSION = 45;
    /** Sizes stand behind the entry; its name is UTF-8. */
    private const FLAGS = 0x0808;
    private const DEFLATED = 8;
    /** 1 January 1980; the manifest knows the times. */
    private const DAY = 0x21;

    private int $written = 0;
    private int $entries = 0;
    /** @var resource */
    private $directory;

    /**
     * @param \Closure(string): void $write takes the bytes
     *
     * @throws StorageProblem
     */
    public function __construct(private readonly \Closure $write)
    {
        $this->directory = self::temporary();
    }

    /**
     * @return resource what is not too much stays in memory, so that a full disk is no matter
     *
     * @throws StorageProblem
     */
    public static function temporary()
    {
        $stream = fopen('php://temp/maxmemory:16777216', 'w+');

        return false === $stream ? throw StorageProblem::nowhere() : $stream;
    }

    /**
     * @param resource $stream
     *
     * @throws StorageProblem
     */
    public static function append($stream, string $bytes): void
    {
        if (\strlen($bytes) !== @fwrite($stream, $bytes)) {
            throw StorageProblem::diskFull();
        }
    }

    /**
     * @param resource $content is read from where it stands to its end
     *
     * @throws StorageProblem
     */
    public function add(string $name, $content): void
    {
        $at = $this->written;
        $this->put(pack('VvvvvvVVVvv', 0x04034B50, self::VERSION, self::FLAGS, self::DEFLATED, 0, self::DAY, 0, 0, 0, \strlen($name), 0).$name);
        $begun = $this->written;
        $sum = hash_init('crc32b');
        $size = 0;
        $deflate = deflate_init(\ZLIB_ENCODING_RAW, ['level' => 6]);
        if (false === $deflate) {
            throw new \RuntimeException('nothing can be compressed here');
        }
        while (!feof($content)) {
            $piece = (string) fread($content, self::PIECE);
            hash_update($sum, $piece);
            $size += \strlen($piece);
            $this->put((string) deflate_add($deflate, $piece, \ZLIB_NO_FLUSH));
        }
        $this->put((string) deflate_add($deflate, '', \ZLIB_FINISH));
        $crc = (int) hexdec(hash_final($sum));
        $packed = $this->written - $begun;
        $this->put(pack('VVVV', 0x08074B50, $crc, $packed, $size));
        $where = pack('vvP', 1, 8, $at); // of zip64: where it begins
        self::append(
            $this->directory,
            pack(
                'VvvvvvvVVVvvvvvVV',
                0x02014B50,
                self::VERSION,
                self::VERSION,
                self::FLAGS,
                self::DEFLATED,
                0,
                self::DAY,
                $crc,
                $packed,
                $size,
                \strlen($name),
                \strlen($where),
                0,
                0,
                0,
                0,
                0xFFFFFFFF,
            ).
                $name.
                $where,
        );
        ++$this->entries;
    }

    public function finish(): void
    {
        $at = $this->written;
        rewind($this->directory);
        while (!feof($this->directory)) {
            $this->put((string) fread($this->directory, self::PIECE));
        }
        $size = $this->written - $at;
        $end = $this->written;
        $this->put(pack('VPvvVVPPPP', 0x06064B50, 44, self::VERSION, self::VERSION, 0, 0, $this->entries, $this->entries, $size, $at));
        $this->put(pack('VVPV', 0x07064B50, 0, $end, 1));
        $this->put(pack('VvvvvVVv', 0x06054B50, 0, 0, 0xFFFF, 0xFFFF, 0xFFFFFFFF, 0xFFFFFFFF, 0));
    }

    private function put(string $bytes): void
    {
        if ('' !== $bytes) {
            $this->written += \strlen($bytes);
            ($this->write)($bytes);
        }
    }
}

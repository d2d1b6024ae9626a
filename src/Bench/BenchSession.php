<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\World\Bench;

/** A bench in use: the rules that run on it, all that engine and stand-ins remember, and the windows on it. */
final class BenchSession
{
    private const MARK = 'zigzag bench 9';
    /** How often a window asks what real devices do. */
    private const LOOKS_EVERY_US = 100_000;
    /** From here on a window puts its clock right. */
    private const OFF_US = 1_000_000;
    /** A player whose clock is so far behind has slept. */
    private const STOOD_STILL_US = 2_000_000;
    /** Windows of which is known what was heard of them. */
    private const MOST_WINDOWS = 40;

    /** Goes up with everything that is done on it, so that windows see that there is news. */
    public int $turn = 0;
    /** Whether the disk took it the last time it was asked. */
    public bool $isOnDisk = true;
    /** The rig that it is of, as the library knows it. */
    public ?string $rig = null;
    /** The player of real devices that leads it; null while none does. */
    public ?HostLink $link = null;
    /** When the window at hand should ask again, by its clock, whatever is due here; not kept. */
    public ?int $looksAgainUs = null;
    /** When these rules were put on, in seconds of the wall clock. */
    public int $bookAt;
    /** Wall clock at the time 0 of the bench, in microseconds. */
    public int $originUs;
    /** @var list<BoxMark> parts of the black box that are kept */
    public array $box = [];
    /** @var array<string, Window> by name, the one that asked last at the end */
    private array $windows = [];

    /** @param array<string, mixed> $state what {@see Bench::save()} gave */
    private function __construct(public readonly string $id, public string $book, public array $state)
    {
        $this->originUs = self::wallUs();
        $this->bookAt = time();
    }

    /** @param string $book name of the compiled rules */
    public static function start(string $book, Bench $bench): self
    {
        $session = new self(bin2hex(random_bytes(8)), $book, $bench->save());
        $session->originUs -= $bench->nowUs();

        return $session;
    }

    /** Other rules run from now on. */
    public function puts(string $book): void
    {
        [$this->book, $this->bookAt] = [$book, time()];
    }

    /** A window by its name; one that is new is told everything first. */
    public function window(string $name): Window
    {
        $window = $this->windows[$name] ?? new Window();
        unset($this->windows[$name]);
        $this->windows[$name] = $window;
        $this->windows = \array_slice($this->windows, -self::MOST_WINDOWS, null, true);

        return $window;
    }

    /**
     * Lets the others know what one window did.
     *
     * @param list<string> $there windows that are open
     */
    public function share(BenchNews $news, string $by, array $there): void
    {
        foreach ($this->windows as $name => $window) {
            if ((string) $name !== $by) {
                \in_array((string) $name, $there, true) ? $window->owe($news) : $window->forget();
            }
        }
    }

    /** The time of the bench, by the wall clock; it never goes back. */
    public function clockUs(int $nowUs): int
    {
        return max($nowUs, self::wallUs() - $this->originUs);
    }

    /** A window's clock says how late it is; where ours is behind, it follows. */
    public function hear(int $nowUs): void
    {
        $this->originUs = min($this->originUs, self::wallUs() - $nowUs);
    }

    /** The player that leads it was at a time of the bench just now: what is told first is told latest, unless one of the clocks stood still. */
    public function isAt(int $timeUs): void
    {
        $originUs = self::wallUs() - $timeUs;
        $this->originUs = $originUs - $this->originUs > self::STOOD_STILL_US ? $originUs : min($originUs, $this->originUs);
    }

    /** Has the window at hand ask again soon, by its clock or, where that is far off and is put right, by the player's. */
    public function lookAgain(int $windowUs): void
    {
        $clockUs = $this->clockUs(0);
        $this->looksAgainUs = (abs($windowUs - $clockUs) > self::OFF_US ? $clockUs : $windowUs) + self::LOOKS_EVERY_US;
    }

    public function bytes(): string
    {
        return self::head($this->turn).
            serialize([
                'version' => Bench::VERSION,
                'book' => $this->book,
                'state' => $this->state,
                'isOnDisk' => $this->isOnDisk,
                'rig' => $this->rig,
                'link' => $this->link?->save(),
                'originUs' => $this->originUs,
                'bookAt' => $this->bookAt,
                'box' => array_map(get_object_vars(...), $this->box),
                'windows' => array_map(static fn (Window $window): array => $window->save(), $this->windows),
            ]);
    }

    /** The session as it was kept; null when these bytes are of another version, or none. */
    public static function of(string $id, string $bytes): ?self
    {
        $turn = self::turn($bytes);
        $kept = null === $turn ? null : @unserialize(substr($bytes, \strlen(self::head($turn))), ['allowed_classes' => false]);
        if (!\is_array($kept) || Bench::VERSION !== ($kept['version'] ?? null)) {
            return null;
        }
        /**
         * @var array{book: string, state: array<string, mixed>, isOnDisk: bool, rig: string|null, link?: array<mixed>|null, originUs: int, bookAt: int,
         *     box: list<array{number: int, atUs: int}>, windows: array<string, array<mixed>>} $kept
         */
        $session = new self($id, $kept['book'], $kept['state']);
        [$session->isOnDisk, $session->rig] = [$kept['isOnDisk'], $kept['rig']];
        [$session->originUs, $session->bookAt] = [$kept['originUs'], $kept['bookAt']];
        $session->box = array_map(static fn (array $mark): BoxMark => new BoxMark(...$mark), $kept['box']);
        $session->link = isset($kept['link']) ? HostLink::load($kept['link']) : null;
        $session->turn = (int) $turn;
        $session->windows = array_map(Window::of(...), $kept['windows']);

        return $session;
    }

    /** How far a bench is, by the beginning of what was kept; null when that is of another version. */
    public static function turn(string $beginning): ?int
    {
        return 1 === preg_match('/^'.self::MARK.' (\d{12})\n/', $beginning, $match) ? (int) $match[1] : null;
    }

    private static function head(int $turn): string
    {
        return \sprintf("%s %012d\n", self::MARK, $turn);
    }

    private static function wallUs(): int
    {
        return (int) (microtime(true) * 1_000_000);
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Rig\RigReader;
use App\Storage\CodeFolder;
use App\Storage\DataFolder;
use App\Storage\Shelf;
use App\Storage\StorageProblem;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\CompiledSource;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Data\PhpCode;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\StandIn\StandIns;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\StandIn;

/**
 * Compiled rulebooks as PHP files, so that a request need not compile again; beside each the text it was made of, so that it
 * can be made again.
 */
final readonly class Books
{
    /** Texts and rigs, which memory keeps where the disk takes no more. */
    private Shelf $shelf;
    /** What is compiled, on disk only. */
    private CodeFolder $code;

    public function __construct(string $cacheDir, DataFolder $data, private ShippedCharts $charts)
    {
        $this->shelf = new Shelf($cacheDir.'/books', $data->inMemory());
        $this->code = new CodeFolder($cacheDir.'/books');
    }

    /**
     * Compiles a checked rulebook, unless that has been done, and names it.
     *
     * @param array<string, StandIn> $chosen what somebody chose to stand in at its ports
     *
     * @return string 32 hexadecimal digits; with a rig or stand-ins that were chosen a hyphen and 32 more, since the same rules sound otherwise there
     *
     * @throws StorageProblem
     */
    public function store(Checker $checked, string $text, ?Rig $rig = null, array $chosen = []): string
    {
        $source = Compiler::source($checked->book, true);
        $class = self::nameOf($source->class);
        $kept = null === $rig ? '' : Json::write($rig);
        $standIns = ChosenStandIns::told($chosen);
        $name = '' === $kept.$standIns ? $class : "{$class}-".md5($kept.$standIns.$text);
        if (null === $this->shelf->path("{$name}.book")) {
            if (null !== $rig) {
                $this->shelf->write("{$name}.rig", $kept);
            }
            if ('' !== $standIns) {
                $this->shelf->write("{$name}.chosen", $standIns);
            }
            $this->shelf->write("{$name}.book", $text);
        }
        if (null === $this->code->file("{$class}.php")) {
            $this->code->write("{$class}.php", "<?php\n\n".$source->php);
        }
        if (null === $this->seatsFile($name)) {
            $this->keepSeats($name, $this->patch($checked, $rig, $chosen));
        }

        return $name;
    }

    /** A book compiled before; null when neither it nor its text is here any more. */
    public function find(string $name): ?CompiledBook
    {
        if (!self::isName($name)) {
            return null;
        }
        $hash = substr($name, 0, 32);
        $class = CompiledSource::NAMESPACE.'\\Book_'.$hash;
        $file = $this->code->file("{$hash}.php");
        if (null !== $file && !class_exists($class, false)) {
            require $file;
        }
        $book = class_exists($class, false) ? new $class() : null;

        return $book instanceof CompiledBook ? $book : $this->makeAgain($name);
    }

    /**
     * The units that play and hear a book; null where its text is here no more.
     *
     * @throws StorageProblem
     */
    public function seats(string $name): ?Patch
    {
        $file = self::isName($name) ? $this->seatsFile($name) : null;
        try {
            $seats = null === $file ? null : require $file;
        } catch (\Error) {
            $seats = null; // charts had other fields when it was written
        }

        return $seats instanceof Patch ? $seats : $this->seatsAgain($name);
    }

    /** The text that a book was made of; null when it is here no more. */
    public function text(string $name): ?string
    {
        return self::isName($name) ? $this->shelf->read("{$name}.book") : null;
    }

    /** The rig that a book was made for, as JSON. */
    public function rig(string $name): ?string
    {
        return self::isName($name) ? $this->shelf->read("{$name}.rig") : null;
    }

    /**
     * From the rig and the text, where another version kept them.
     *
     * @throws StorageProblem
     */
    private function seatsAgain(string $name): ?Patch
    {
        [$text, $kept] = self::isName($name) ? [$this->shelf->read("{$name}.book"), $this->shelf->read("{$name}.rig")] : [null, null];
        try {
            $rig = null === $kept ? null : RigFile::rig($kept);
        } catch (BadData) {
            return null;
        }
        if (null === $text) {
            return null;
        }
        $checked = Checker::check($text, null === $rig ? null : RigReader::devices($rig));
        $seats = $this->patch($checked, $rig, ChosenStandIns::read($this->shelf->read("{$name}.chosen") ?? ''));
        $this->keepSeats($name, $seats);

        return $seats;
    }

    /** @param array<string, StandIn> $chosen */
    private function patch(Checker $checked, ?Rig $rig, array $chosen): Patch
    {
        $units = (new StandIns($this->charts->all()))->units($checked->book, $chosen);

        return null === $rig ? Patch::standing($units) : Patch::of(Setup::of($rig, $checked->written))->playedBy($units);
    }

    /**
     * Books that differ in their rules alone have the same seats, so these are named after what they are.
     *
     * @throws StorageProblem
     */
    private function keepSeats(string $name, Patch $seats): void
    {
        $php = "<?php\n\nreturn ".PhpCode::of($seats).";\n";
        $sum = md5($php);
        if (null !== $this->code->file("{$sum}.seats.php") || $this->code->write("{$sum}.seats.php", $php)) {
            $this->shelf->write(self::pointer($name), $sum);
        }
    }

    private function seatsFile(string $name): ?string
    {
        $sum = $this->shelf->read(self::pointer($name));

        return null !== $sum && 1 === preg_match('/^[0-9a-f]{32}$/D', $sum) ? $this->code->file("{$sum}.seats.php") : null;
    }

    /** What is kept of another version of the bench is not taken for this one's. */
    private static function pointer(string $name): string
    {
        return "{$name}.seats".Bench::VERSION.'.'.Patch::VERSION;
    }

    public function sweep(int $seconds): void
    {
        $this->shelf->sweep($seconds);
        $this->code->sweep($seconds);
    }

    /** From the text; null where the compiler makes another book of it now. */
    private function makeAgain(string $name): ?CompiledBook
    {
        $text = $this->shelf->read("{$name}.book");

        $rig = $this->shelf->read("{$name}.rig");
        try {
            $checked = null === $text ? null : Checker::check($text, null === $rig ? null : RigReader::devices(RigFile::rig($rig)));
        } catch (BadData) {
            return null; // kept by an earlier version
        }
        $book = null === $checked || $checked->hasErrors() ? null : Compiler::load($checked->book, true);

        return null === $book || self::nameOf($book::class) !== substr($name, 0, 32) ? null : $book;
    }

    private static function isName(string $name): bool
    {
        return 1 === preg_match('/^[0-9a-f]{32}(-[0-9a-f]{32})?$/D', $name);
    }

    private static function nameOf(string $class): string
    {
        return substr($class, -32);
    }
}

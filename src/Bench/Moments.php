<?php

declare(strict_types=1);

namespace App\Bench;

use App\Documents\Documents;
use App\Documents\MomentKind;
use App\Entity\Document;
use App\Rig\RigReader;
use App\Storage\StorageProblem;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Proof\Account;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\JournalEntry;

/** Minutes that were marked: kept, looked at, and opened again. */
final readonly class Moments
{
    public function __construct(private BlackBox $box, private Books $books, private Documents $documents)
    {
    }

    /**
     * Keeps the last minute of a bench; null where nothing has been played.
     *
     * @param string|null $bookId the rulebook that is played, where it is not that of the rig
     */
    public function mark(BenchSession $session, int $nowUs, ?string $bookId, string $by): ?Document
    {
        $kept = $this->box->minute($session, $nowUs);
        if (null === $kept) {
            return null;
        }
        [$name, $minute] = [$kept->book, $kept->minute];
        [$text, $rig] = [$this->books->text($name), $this->books->rig($name)];
        $json = null === $rig ? null : json_decode($rig, true);
        $ofRig = \is_array($json) && \is_string($json['book'] ?? null) ? $json['book'] : null;
        $moment = new Moment($session->rig, $bookId ?? $ofRig, $text ?? '', $rig, $nowUs, $minute);

        return null === $text
            ? null
            : $this->documents->create(new MomentKind(), 'That was wrong, '.(new \DateTimeImmutable())->format('j F, H:i:s'), $moment->text(), $by);
    }

    public function find(string $id): ?Moment
    {
        return Moment::of($this->documents->find($id, MomentKind::NAME)->text ?? '');
    }

    /**
     * A minute in words, and whether it comes out again as it came.
     *
     * @return array<string, mixed>|null null where it cannot be played any more
     *
     * @throws StorageProblem
     */
    public function told(Moment $moment): ?array
    {
        $played = $this->book($moment);
        if (null === $played) {
            return null;
        }
        [$book, $seats, $setup] = [$played->book, $played->patch, $played->setup];
        try {
            $account = Account::of($moment->minute, $book, $seats, $setup);
            $again = $moment->minute->replay($book, $seats);
        } catch (\Throwable) {
            return null; // how everything stood is damaged
        }
        $came = $moment->minute->came();

        return $account + [
            'markedUs' => $moment->markedUs,
            'messages' => \count($came),
            'isSame' => self::lines($came) === self::lines($again),
            'rig' => $moment->rigId,
            'book' => $moment->bookId,
            'tape' => self::tape($moment),
        ];
    }

    /**
     * A bench that stands as everything stood when the minute began.
     *
     * @throws StorageProblem
     */
    public function open(Moment $moment): ?BenchSession
    {
        $played = $this->book($moment);
        if (null === $played) {
            return null;
        }
        [$book, $seats, $name] = [$played->book, $played->patch, $played->name];
        try {
            $moment->minute->replay($book, $seats); // what cannot be played is not put on a bench

            return BenchSession::start($name, $moment->minute->begin($book, $seats));
        } catch (\Throwable) {
            return null;
        }
    }

    /** @param list<JournalEntry> $deeds */
    private static function lines(array $deeds): string
    {
        return implode('', array_map(static fn (JournalEntry $deed): string => $deed->line(), $deeds));
    }

    /** What came in, as a tape that begins with the minute. */
    private static function tape(Moment $moment): string
    {
        $deeds = $moment->minute->deeds;
        $from = $deeds[0]->timeUs ?? 0;
        $tape = TapeWriter::HEADER;
        foreach ($deeds as $deed) {
            $tape .= JournalEntry::IN === $deed->what ? TapeWriter::line(new Event(max(0, $deed->timeUs - $from), $deed->port, $deed->bytes)) : '';
        }

        return $tape;
    }

    /**
     * Null where the rules have an error by now, or the rig cannot be read.
     *
     * @throws StorageProblem
     */
    private function book(Moment $moment): ?PlayedMoment
    {
        try {
            $rig = null === $moment->rig ? null : RigFile::rig($moment->rig);
        } catch (BadData) {
            return null;
        }
        $checked = Checker::check($moment->rules, null === $rig ? null : RigReader::devices($rig));
        if ($checked->hasErrors()) {
            return null;
        }
        $name = $this->books->store($checked, $moment->rules, $rig);
        $setup = null === $rig ? null : Setup::of($rig, $checked->written);

        return new PlayedMoment(Compiler::load($checked->book, true), $this->books->seats($name), $setup, $name);
    }
}

<?php

declare(strict_types=1);

namespace App\Command;

use App\Backup\Incoming;
use App\Bench\Books;
use App\Bench\Sessions;
use App\Bench\TapeWork;
use App\Entity\Document;
use App\Entity\Revision;
use App\Entity\TapeJob;
use App\Rig\KeptAnswers;
use App\Storage\Copies;
use App\Storage\Locks;
use App\Storage\StorageProblem;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Clears away what is over: runs and benches of long ago, compiled rules nobody uses, what was deleted a month ago. */
#[AsCommand('app:sweep', 'Clears away what is over, and makes the copy of the day')]
final class SweepCommand extends Command
{
    private const DAY = 86_400;
    private const BENCH_DAYS = 3;
    private const BOOK_DAYS = 14;
    private const RUN_DAYS = 3;

    public function __construct(
        private readonly EntityManagerInterface $store,
        private readonly Sessions $sessions,
        private readonly Books $books,
        private readonly TapeWork $runs,
        private readonly Locks $locks,
        private readonly Copies $copies,
        private readonly Incoming $incoming,
        private readonly KeptAnswers $answers,
    ) {
        parent::__construct();
    }

    /** @throws StorageProblem */
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $this->sessions->sweep(self::BENCH_DAYS * self::DAY);
        $this->books->sweep(self::BOOK_DAYS * self::DAY);
        $this->runs->sweep(self::RUN_DAYS * self::DAY);
        $this->answers->sweep(self::BOOK_DAYS * self::DAY);
        $this->locks->sweep(self::BENCH_DAYS * self::DAY);
        $this->store
            ->createQuery('DELETE '.TapeJob::class.' j WHERE j.begunAt < :then')
            ->execute(['then' => new \DateTimeImmutable('-'.self::RUN_DAYS.' days')]);
        $then = new \DateTimeImmutable(Document::KEPT);
        $this->purge('d.deletedAt < :then', $then);
        $this->incoming->sweep();
        if ($this->incoming->isEmpty()) {
            $this->purge('d.deletedAt = :then', new \DateTimeImmutable(Document::COMING)); // of a backup that was not brought to its end
        }
        $this->copies->make();

        return 0;
    }

    /** Ends documents for good, with what stands beside them and their revisions. */
    private function purge(string $condition, \DateTimeImmutable $then): void
    {
        $ended = 'SELECT d.id FROM '.Document::class." d WHERE {$condition}";
        $this->store->createQuery('DELETE '.Document::class." p WHERE p.beside IN ({$ended})")->execute(['then' => $then]);
        $this->store->createQuery('DELETE '.Document::class." d WHERE {$condition}")->execute(['then' => $then]);
        $this->store->createQuery('DELETE '.Revision::class.' r WHERE r.document NOT IN (SELECT d.id FROM '.Document::class.' d)')->execute();
    }
}

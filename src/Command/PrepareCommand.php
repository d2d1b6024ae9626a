<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\KeptAnswers;
use App\Storage\Copies;
use App\Storage\DataFolder;
use App\Storage\MemoryFolder;
use App\Storage\StorageProblem;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Filesystem;

/** Looks at the data before the application starts, and says in one line what is wrong with them and what to do. */
#[AsCommand('app:prepare', 'Makes the data ready for the application to start')]
final class PrepareCommand extends Command
{
    public function __construct(
        private readonly DataFolder $data,
        private readonly Copies $copies,
        private readonly KeptAnswers $answers,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('fresh', null, InputOption::VALUE_NONE, 'put the data aside and begin with fresh demo data')
            ->addOption('restore', null, InputOption::VALUE_NONE, 'put the data aside and go on with the latest good copy')
            ->addOption(
                'bring-back',
                null,
                InputOption::VALUE_OPTIONAL,
                'put the data aside and go on with what was put aside before: the file named, or the latest',
                false,
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        umask(0o077);
        $problem = $this->problemWithPlace();
        try {
            if (null === $problem) {
                $this->replace($input, $output);
                $problem = $this->problemWithData();
            }
            if (null === $problem) {
                $this->open();
            }
        } catch (StorageProblem $storage) {
            $problem = $storage->getMessage();
        } catch (\Throwable $error) {
            $problem = $this->problemOf($error);
        }
        if (null !== $problem) {
            fwrite(\STDERR, $problem."\n");
        }

        return null === $problem ? 0 : 1;
    }

    private function problemWithPlace(): ?string
    {
        $folder = \dirname($this->data->database);
        if ((!is_dir($folder) && !@mkdir($folder, 0o700, true)) || !is_writable($folder)) {
            return "{$folder}: nothing can be written into this folder; give its owner the right to, or name another place with ZIGZAG_DATABASE";
        }
        if (is_file($this->data->database) && !is_writable($this->data->database)) {
            return "{$this->data->database}: this database can only be read; make the file writable (chmod u+w), or name another with ZIGZAG_DATABASE";
        }

        return null;
    }

    /**
     * Another library in place of this one, if that is wanted: first it is whole, then what is here is put aside.
     *
     * @throws StorageProblem
     */
    private function replace(InputInterface $input, OutputInterface $output): void
    {
        $back = $input->getOption('bring-back');
        if (!$input->getOption('fresh') && !$input->getOption('restore') && false === $back) {
            return;
        }
        try {
            if (false !== $back) {
                $this->copies->stage(
                    $this->copies->aside(\is_string($back) ? $back : null) ??
                        throw new \RuntimeException(
                            \is_string($back)
                                ? "{$back}: there is no such file beside the database; those that were put aside have \"aside\" and a date in their names"
                                : 'nothing has been put aside that could be brought back',
                        ),
                );
            } elseif ($input->getOption('restore')) {
                $this->copies->stage(
                    $this->copies->latest() ??
                        throw new \RuntimeException('there is no good copy to go on with; bin/demo --fresh begins anew and puts the old data aside'),
                );
            } else {
                FreshLibrary::make($this->copies->staged());
            }
            $aside = $this->copies->replace();
        } finally {
            $this->copies->unstage();
        }
        if (null !== $aside) {
            $output->writeln(
                "The data so far are now in {$aside}; bin/demo --bring-back ".basename($aside).' goes on with them.',
                OutputInterface::OUTPUT_RAW,
            );
        }
    }

    private function problemWithData(): ?string
    {
        $damage = $this->copies->damage();
        if (null === $damage) {
            return null;
        }
        $latest = $this->copies->latest();
        $aside = $this->copies->aside(null);

        return "{$this->data->database}: {$damage}; ".
            (null === $latest
                ? 'there is no copy of it: bin/demo --fresh begins anew and puts it aside'
                : 'the last good copy is of '.
                    basename($latest, '.sqlite').
                    ': bin/demo --restore goes on with it and puts aside what is here, bin/demo --fresh begins anew').
            (null === $aside ? '' : ', bin/demo --bring-back goes on with '.basename($aside));
    }

    private function open(): void
    {
        $this->protect();
        $this->answers->forget();
        FreshLibrary::migrate($this->getApplication() ?? throw new \LogicException('this command runs in an application'));
        $this->protect();
        if (MemoryFolder::isOurs($this->data->formerlyInMemory())) {
            (new Filesystem())->remove($this->data->formerlyInMemory());
        }
        FreshLibrary::call($this->getApplication(), 'app:sweep');
    }

    /** Nobody but the owner has a business in here. */
    private function protect(): void
    {
        foreach (['', '-wal', '-shm'] as $ending) {
            if (is_file($this->data->database.$ending)) {
                @chmod($this->data->database.$ending, 0o600);
            }
        }
    }

    private function problemOf(\Throwable $error): string
    {
        for ($each = $error; null !== $each; $each = $each->getPrevious()) {
            $storage = StorageProblem::ofSqlite($each->getMessage());
            if (null !== $storage) {
                return "{$this->data->database}: {$storage->getMessage()}";
            }
        }

        return (string) preg_replace('/\s+/', ' ', $error->getMessage());
    }
}

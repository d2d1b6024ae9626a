<?php

declare(strict_types=1);

namespace App\Command;

use App\Storage\Copies;
use App\Storage\DataFolder;
use App\Storage\MemoryFolder;
use App\Storage\StorageProblem;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\NullOutput;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Filesystem;

/** Looks at the data before the application starts, and says in one line what is wrong with them and what to do. */
#[AsCommand('app:prepare', 'Makes the data ready for the application to start')]
final class PrepareCommand extends Command
{
    public function __construct(private readonly DataFolder $data, private readonly Copies $copies)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addOption('fresh', null, InputOption::VALUE_NONE, 'put the data aside and begin with fresh demo data')
            ->addOption('restore', null, InputOption::VALUE_NONE, 'put the data aside and go on with the latest good copy');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        umask(0o077);
        try {
            $problem = $this->prepare((bool) $input->getOption('fresh'), (bool) $input->getOption('restore'), $output);
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

    private function prepare(bool $fresh, bool $restore, OutputInterface $output): ?string
    {
        $folder = \dirname($this->data->database);
        if ((!is_dir($folder) && !@mkdir($folder, 0o700, true)) || !is_writable($folder)) {
            return "{$folder}: nothing can be written into this folder; give its owner the right to, or name another place with ZIGZAG_DATABASE";
        }
        if (is_file($this->data->database) && !is_writable($this->data->database)) {
            return "{$this->data->database}: this database can only be read; make the file writable (chmod u+w), or name another with ZIGZAG_DATABASE";
        }
        $copy = $restore ? $this->copies->latest() ?? throw new \RuntimeException('there is no good copy to go on with; bin/demo --fresh begins anew and puts the old data aside') : null;
        if ($fresh || null !== $copy) {
            $aside = $this->copies->putAside();
            if (null !== $aside) {
                $output->writeln("The data so far are now in {$aside}.", OutputInterface::OUTPUT_RAW);
            }
        }
        if (null !== $copy) {
            $this->copies->restore($copy);
        }
        if (is_file($this->data->database) && null !== $this->copies->damage()) {
            $latest = $this->copies->latest();

            return "{$this->data->database}: this database is damaged; "
                .(null === $latest ? 'there is no copy of it: bin/demo --fresh begins anew and puts it aside' : 'the last good copy is of '.basename($latest, '.sqlite').': bin/demo --restore goes on with it and puts the damaged file aside');
        }
        $this->protect();
        $this->call('doctrine:migrations:migrate', ['--allow-no-migration' => true]);
        $this->call('app:demo-data');
        $this->protect();
        if (MemoryFolder::isOurs($this->data->formerlyInMemory())) {
            (new Filesystem())->remove($this->data->formerlyInMemory());
        }
        $this->call('app:sweep');

        return null;
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

    /** @param array<string, mixed> $arguments */
    private function call(string $command, array $arguments = []): void
    {
        $input = new ArrayInput(['command' => $command] + $arguments);
        $input->setInteractive(false);
        $this->getApplication()?->find($command)->run($input, new NullOutput());
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

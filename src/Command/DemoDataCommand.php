<?php

declare(strict_types=1);

namespace App\Command;

use App\Bench\TapeStore;
use App\Entity\StoredRulebook;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('app:demo-data', 'Puts the demo show into an empty database')]
final class DemoDataCommand extends Command
{
    public function __construct(private readonly EntityManagerInterface $store, private readonly TapeStore $tapes, private readonly string $projectDir)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (0 < $this->store->getRepository(StoredRulebook::class)->count([])) {
            return 0;
        }
        foreach (['The Whole Rig' => ['whole-rig', '-1 minute'], 'The Salt Ferry' => ['salt-ferry', 'now']] as $name => [$file, $when]) {
            $text = (string) file_get_contents("{$this->projectDir}/demo/{$file}.book");
            $book = new StoredRulebook($name, $text);
            $book->changedAt = new \DateTimeImmutable($when);
            $this->store->persist($book);
        }
        $this->store->persist($this->tapes->read($this->projectDir.'/demo/rehearsal.tape', 'rehearsal.tape')[0]);
        $this->store->flush();

        return 0;
    }
}

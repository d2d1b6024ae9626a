<?php

declare(strict_types=1);

namespace App\Command;

use App\Bench\TapeStore;
use App\Documents\Documents;
use App\Documents\RulebookKind;
use App\Entity\Document;
use App\Entity\Revision;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('app:demo-data', 'Puts the demo show into an empty database')]
final class DemoDataCommand extends Command
{
    public function __construct(private readonly Documents $documents, private readonly TapeStore $tapes, private readonly string $projectDir)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (0 < \count($this->documents->list(null))) {
            return 0;
        }
        foreach (['The Whole Rig' => ['whole-rig', '-1 minute'], 'The Salt Ferry' => ['salt-ferry', 'now']] as $name => [$file, $when]) {
            $text = (string) file_get_contents("{$this->projectDir}/demo/{$file}.book");
            $book = new Document(RulebookKind::NAME, $name, $text, (new RulebookKind())->summary($text), '');
            $book->changedAt = new \DateTimeImmutable($when);
            $this->documents->add($book, Revision::CREATED);
        }
        $this->documents->add($this->tapes->read($this->projectDir.'/demo/rehearsal.tape', 'rehearsal.tape')[0], Revision::CREATED);

        return 0;
    }
}

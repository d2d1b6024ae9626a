<?php

declare(strict_types=1);

namespace App\Command;

use App\Bench\TapeStore;
use App\Documents\ChartKind;
use App\Documents\Demo;
use App\Documents\Documents;
use App\Documents\RulebookKind;
use App\Entity\Document;
use App\Entity\Revision;
use App\Rig\RigReader;
use App\Rig\RigStore;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Rig\Chart\Chart;

#[AsCommand('app:demo-data', 'Puts the demo show into an empty database')]
final class DemoDataCommand extends Command
{
    public function __construct(
        private readonly Documents $documents,
        private readonly TapeStore $tapes,
        private readonly RigStore $rigs,
        private readonly string $projectDir,
    ) {
        parent::__construct();
    }

    /**
     * @throws BadFile
     * @throws BadData
     */
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (0 < \count($this->documents->list(null))) {
            return 0;
        }
        $charts = [];
        foreach ($this->charts() as $id => $chart) {
            $charts[$id] = $this->documents->create(new ChartKind(), $chart->name, Json::write($chart), '')->id;
        }
        foreach (['crossing-board' => Demo::CROSSING, 'salt-ferry' => Demo::MENDED, 'salt-ferry-as-found' => Demo::FOUND] as $file => $name) {
            $this->rigs->bringIn(
                $this->withCharts((string) file_get_contents("{$this->projectDir}/demo/{$file}.rig.json"), $charts),
                $name,
                '',
                Revision::CREATED,
            );
        }
        foreach ($this->documents->list(RulebookKind::NAME) as $listed) {
            $book = \is_string($listed['id']) ? $this->documents->find($listed['id']) : null;
            if (null !== $book) {
                $book->changedAt = new \DateTimeImmutable(Demo::FOUND === $book->name ? 'now' : '-3 minutes'); // the first look is at what is wrong
            }
        }
        foreach (['The Whole Rig' => ['whole-rig', '-2 minutes'], 'The Salt Ferry' => ['salt-ferry', '-1 minute']] as $name => [$file, $when]) {
            $text = (string) file_get_contents("{$this->projectDir}/demo/{$file}.book");
            $book = new Document(RulebookKind::NAME, $name, $text, (new RulebookKind())->summary($text), '');
            $book->notes = rtrim((string) file_get_contents("{$this->projectDir}/demo/{$file}.stand-ins.json"));
            $book->changedAt = new \DateTimeImmutable($when);
            $this->documents->add($book, Revision::CREATED);
        }
        $this->documents->add($this->tapes->read($this->projectDir.'/demo/rehearsal.tape', Demo::TAPE)->tape, Revision::CREATED);

        return 0;
    }

    /**
     * @return array<string, Chart> of the devices in the demo rigs, by their id there
     *
     * @throws BadData
     */
    private function charts(): array
    {
        $charts = [];
        foreach (['salt-ferry', 'crossing-board'] as $file) {
            $charts += array_map(static fn ($kept): Chart => $kept->chart, RigReader::ofFile("{$this->projectDir}/demo/{$file}.rig.json")->charts);
        }

        return $charts;
    }

    /**
     * A rig whose charts are those of the library.
     *
     * @param array<string, string> $charts ids there by ids in the file
     *
     * @throws BadData
     */
    private function withCharts(string $json, array $charts): string
    {
        $rig = Json::members($json);
        $kept = new \stdClass();
        foreach ((array) ($rig['charts'] ?? []) as $id => $chart) {
            $kept->{$charts[$id] ?? $id} = $chart;
        }
        foreach ((array) ($rig['units'] ?? []) as $unit) {
            if ($unit instanceof \stdClass && ($unit->chart ?? null) instanceof \stdClass && \is_string($unit->chart->id ?? null)) {
                $unit->chart->id = $charts[$unit->chart->id] ?? $unit->chart->id;
            }
        }

        return Json::encode(['charts' => $kept] + $rig);
    }
}

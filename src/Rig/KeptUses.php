<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** What each control of a rig does, found out once for a rig with its rules, whether these are stored or run. */
final readonly class KeptUses
{
    public function __construct(private KeptAnswers $kept)
    {
    }

    /**
     * As it is stored.
     *
     * @throws BadData
     */
    public function stored(RigAnalysis $analysis): mixed
    {
        return $this->of(Json::members(Json::write($analysis->setup->rig)), $analysis);
    }

    /**
     * As it runs, which may be other rules than those that are stored with the rig.
     *
     * @param string $rig as JSON
     *
     * @throws BadData
     */
    public function running(string $rig, string $rules): mixed
    {
        return $this->of([...Json::members($rig), 'rulebook' => $rules], null);
    }

    /**
     * @param array<mixed> $whole the rig as JSON, with its rules
     *
     * @throws BadData
     */
    private function of(array $whole, ?RigAnalysis $analysis): mixed
    {
        $text = Json::encode($whole);

        return $this->kept->under(
            'uses.'.hash('xxh128', $text),
            static fn (): array => ShowView::uses($analysis ?? new RigAnalysis(RigFile::setup(RigFile::rig($text)))),
        );
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Finding\FixPreview;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** A rig with every fix made that its findings offer, one after the other, each looked for anew after the one before. */
final readonly class Mended
{
    private const MOST_FIXES = 500;

    /**
     * @param list<string> $done what was made, in words
     * @param Examination $left what is found now
     */
    private function __construct(public string $json, public array $done, public Examination $left)
    {
    }

    /**
     * @param string $json of a rig, with its rulebook in it
     *
     * @throws BadData where that is no rig
     */
    public static function of(string $json): self
    {
        $done = $tried = [];
        for ($round = 0;; ++$round) {
            $rig = RigFile::rig($json);
            $examined = Examination::of(new RigAnalysis(RigFile::setup($rig)));
            $next = null;
            foreach ($examined->findings as $finding) {
                $next ??= null === $finding->fix || isset($tried[$finding->key()]) ? null : $finding;
            }
            if (null === $next?->fix || self::MOST_FIXES === $round) {
                return new self($json, $done, $examined);
            }
            $tried[$next->key()] = true;
            $lines = array_map(static fn ($line): string => $line->words(), FixPreview::of($next->fix, $rig, json_decode($json)));
            try {
                $mended = $next->fix->applied($json);
                RigFile::rig($mended);
                $json = $mended;
                $done[] = "{$next->fix->title} (".implode('; ', $lines).')';
            } catch (BadData) {
                continue; // it would be no rig any more: the finding stays
            }
        }
    }
}

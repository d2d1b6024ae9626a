<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** Rigs, kept as JSON; one that does not agree with itself is refused. */
final class RigKind implements DocumentKind
{
    public const NAME = 'rig';

    public function name(): string
    {
        return self::NAME;
    }

    public function maxBytes(): int
    {
        return Json::MAX_BYTES;
    }

    public function ending(): string
    {
        return 'rig.json';
    }

    public function read(string $text, string $fileName): array
    {
        try {
            $rig = RigFile::rig($text);
            RigPartKind::tapes($rig, $fileName);

            return self::shown($rig);
        } catch (BadData $bad) {
            throw BadDocument::at($fileName, '', $bad->getMessage());
        }
    }

    /**
     * Whatever was stored before: a kept tape that is none is no reason to lose the rig.
     *
     * @throws BadDocument
     */
    public function summary(string $text): array
    {
        try {
            return self::shown(RigFile::rig($text));
        } catch (BadData $bad) {
            throw BadDocument::at(self::NAME, '', $bad->getMessage());
        }
    }

    /** @return array<string, int|string> */
    private static function shown(Rig $rig): array
    {
        return ['units' => \count($rig->units), 'leads' => \count($rig->leads), 'book' => $rig->book ?? ''];
    }
}

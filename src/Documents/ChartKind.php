<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** Charts of devices, kept as JSON; one that does not agree with itself is refused. */
final class ChartKind implements DocumentKind
{
    public const NAME = 'chart';

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
        return 'chart.json';
    }

    public function read(string $text, string $fileName): array
    {
        try {
            $chart = RigFile::chart($text);

            return ['sort' => $chart->sort->value, 'parameters' => \count($chart->parameters ?? []), 'controls' => \count($chart->surface->controls ?? [])];
        } catch (BadData $bad) {
            throw BadDocument::at($fileName, '', $bad->getMessage());
        }
    }

    /** @throws BadDocument */
    public function summary(string $text): array
    {
        return $this->read($text, self::NAME);
    }
}

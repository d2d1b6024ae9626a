<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** The charts that ship with the application, for what stands in at ports to which no unit is led. */
final class ShippedCharts
{
    private const ENDING = '.chart.json';

    /** @var array<string, Chart>|null by name */
    private ?array $charts = null;

    public function __construct(private readonly string $projectDir)
    {
    }

    /** @return array<string, Chart> by name, in the order of their names */
    public function all(): array
    {
        if (null === $this->charts) {
            $this->charts = [];
            foreach (glob("{$this->projectDir}/config/charts/*".self::ENDING) ?: [] as $file) {
                $this->charts[basename($file, self::ENDING)] = self::read($file);
            }
        }

        return $this->charts;
    }

    private static function read(string $file): Chart
    {
        try {
            return RigFile::chart((string) file_get_contents($file));
        } catch (BadData $problem) {
            throw new \LogicException("{$file}: {$problem->getMessage()}", previous: $problem);
        }
    }
}

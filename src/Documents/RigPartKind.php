<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Rig\Document\Assigned;
use ZigzagPost\Core\Rig\Document\Chosen;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** What stands beside a rig, kept as JSON; one that would make the rig unreadable is refused. */
final readonly class RigPartKind implements DocumentKind
{
    public function __construct(private RigPart $part)
    {
    }

    public function name(): string
    {
        return $this->part->value;
    }

    public function maxBytes(): int
    {
        return Json::MAX_BYTES;
    }

    public function ending(): string
    {
        return "{$this->part->value}.json";
    }

    public function read(string $text, string $fileName): array
    {
        try {
            $holds = Json::members($text);
            $strange = array_diff(array_keys($holds), $this->part->fields(), RigPart::Ticks === $this->part ? ['units'] : []);
            if ([] !== $strange) {
                throw BadDocument::at($fileName, (string) reset($strange), 'this does not belong here');
            }
            $this->ticks($holds['units'] ?? new \stdClass(), $fileName);
            $empty = ['schema' => 1, 'name' => 'None', 'charts' => new \stdClass(), 'units' => [], 'leads' => []];
            self::tapes(RigFile::rig(Json::encode($empty + $holds)), $fileName);
        } catch (BadData $bad) {
            throw BadDocument::at($fileName, '', $bad->getMessage());
        }

        return [];
    }

    public function summary(string $text): array
    {
        return [];
    }

    /**
     * Each tick is a whole value of a setting, or a whole message.
     *
     * @throws BadDocument
     */
    private function ticks(mixed $units, string $fileName): void
    {
        foreach (self::members($units, $fileName, 'units') as $name => $unit) {
            foreach (self::members($unit, $fileName, "units.{$name}") as $what => $ticks) {
                $class = ['settings' => Chosen::class, 'assigned' => Assigned::class][$what] ?? null;
                if (null === $class) {
                    throw BadDocument::at($fileName, "units.{$name}.{$what}", 'ticks are on settings, or on what was assigned');
                }
                foreach (self::members($ticks, $fileName, "units.{$name}.{$what}") as $id => $tick) {
                    try {
                        Json::ofValue($class, $tick);
                    } catch (BadData $bad) {
                        throw BadDocument::at($fileName, "units.{$name}.{$what}.{$id}", $bad->getMessage());
                    }
                }
            }
        }
    }

    /**
     * @return array<mixed>
     *
     * @throws BadDocument
     */
    private static function members(mixed $value, string $fileName, string $place): array
    {
        return $value instanceof \stdClass ? (array) $value : throw BadDocument::at($fileName, $place, 'this should be an object');
    }

    /** @throws BadDocument */
    public static function tapes(Rig $rig, string $fileName): void
    {
        foreach ($rig->proofs as $index => $tape) {
            foreach (['tape' => $tape->tape, 'accepted' => $tape->accepted] as $field => $text) {
                try {
                    foreach (TapeReader::ofText($text) as $ignored) {
                        continue;
                    }
                } catch (BadFile $bad) {
                    throw BadDocument::at($fileName, "proofs[{$index}].{$field}", $bad->getMessage());
                }
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding;

use Swaggest\JsonDiff\Exception as NoSuchPlace;
use Swaggest\JsonDiff\JsonPointer;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rulebook\Change\Edit;

/** A change of the rig or of its rules that puts a finding right: values by their place in the JSON of the rig, as in RFC 6901, and edits of the rulebook. */
final readonly class RigFix
{
    /**
     * @param array<string, mixed> $changes new values by pointer; null takes away
     * @param list<Edit> $edits of the rulebook
     */
    public function __construct(public string $title, public array $changes, public array $edits = [])
    {
    }

    /**
     * The rig with the change made; the rulebook is changed where the rig holds it.
     *
     * @param string $json of the rig
     */
    public function applied(string $json): string
    {
        $rig = json_decode($json, false, 512, \JSON_THROW_ON_ERROR);
        foreach ($this->changes as $pointer => $value) {
            $path = JsonPointer::splitPath((string) $pointer);
            if (self::has($rig, $path)) {
                JsonPointer::remove($rig, $path);
            }
            if (null !== $value) {
                JsonPointer::add($rig, $path, self::asObjects($value));
            }
        }
        if ([] !== $this->edits && $rig instanceof \stdClass && \is_string($rig->rulebook ?? null)) {
            $rig->rulebook = Edit::apply($this->edits, $rig->rulebook);
        }

        return Json::encode($rig);
    }

    /** A part of a pointer. */
    public static function part(string|int $name): string
    {
        return JsonPointer::escapeSegment((string) $name);
    }

    /** @param array<string> $path */
    private static function has(mixed $rig, array $path): bool
    {
        try {
            JsonPointer::get($rig, $path);

            return true;
        } catch (NoSuchPlace) {
            return false;
        }
    }

    private static function asObjects(mixed $value): mixed
    {
        return json_decode(json_encode($value, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), false, 512, \JSON_THROW_ON_ERROR);
    }
}

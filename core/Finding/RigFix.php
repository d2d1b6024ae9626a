<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding;

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
     * The rig with the change made.
     *
     * @param array<mixed> $json
     *
     * @return array<mixed>
     */
    public function applied(array $json): array
    {
        foreach ($this->changes as $pointer => $value) {
            $at = &$json;
            $parts = array_map(static fn (string $part): string => strtr($part, ['~1' => '/', '~0' => '~']), \array_slice(explode('/', (string) $pointer), 1));
            $last = array_pop($parts);
            foreach ($parts as $part) {
                if (!\is_array($at)) {
                    $at = [];
                }
                $at = &$at[$part];
            }
            if (!\is_array($at)) {
                $at = [];
            }
            if (null === $value) {
                unset($at[$last]);
            } else {
                $at[$last] = $value;
            }
            unset($at);
        }

        if ([] !== $this->edits && \is_string($json['rulebook'] ?? null)) {
            $json['rulebook'] = Edit::apply($this->edits, $json['rulebook']);
        }

        return $json;
    }

    /** A part of a pointer. */
    public static function part(string|int $name): string
    {
        return strtr((string) $name, ['~' => '~0', '/' => '~1']);
    }
}

<?php

declare(strict_types=1);

namespace App\Documents;

/** The kinds of document that there are. A new kind is a class and a line here. */
final class Kinds
{
    /** @return array<string, DocumentKind> by name; without what stands beside a rig */
    public static function all(): array
    {
        $kinds = [];
        foreach ([new RigKind(), new ChartKind(), new RulebookKind(), new TapeKind(), new MomentKind()] as $kind) {
            $kinds[$kind->name()] = $kind;
        }

        return $kinds;
    }

    /** Any kind of document, also of those that stand beside a rig. */
    public static function find(string $name): ?DocumentKind
    {
        $part = RigPart::tryFrom($name);

        return null === $part ? self::all()[$name] ?? null : new RigPartKind($part);
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Documents\Documents;
use App\Documents\LockedShow;
use App\Documents\RulebookKind;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\World\StandIn;

/** What somebody chose to stand in at ports of a rulebook; written beside its text, which it does not change. */
final readonly class ChosenStandIns
{
    private const FIELD = 'standIns';

    public function __construct(private Documents $documents)
    {
    }

    /** @return array<string, StandIn> by port, with " out" behind it for what hears there */
    public function of(?string $rulebook): array
    {
        return self::read(null === $rulebook ? '' : $this->documents->find($rulebook, RulebookKind::NAME)->notes ?? '');
    }

    /**
     * Chooses another one; null for the one that is proposed.
     *
     * @param string $at port, with " out" behind it for what hears there
     *
     * @return bool false where there is no such rulebook
     *
     * @throws LockedShow while the show that it belongs to is played
     */
    public function choose(string $rulebook, string $at, ?StandIn $standIn): bool
    {
        $document = $this->documents->find($rulebook, RulebookKind::NAME);
        if (null === $document) {
            return false;
        }
        $chosen = [$at => $standIn] + self::read($document->notes);
        $this->documents->note($document, self::told(array_filter($chosen)));

        return true;
    }

    /** @return array<string, StandIn> */
    public static function read(string $notes): array
    {
        try {
            $json = '' === $notes ? [] : Json::decode($notes);
        } catch (BadData) {
            return [];
        }
        $chosen = [];
        foreach (\is_array($json) && \is_array($json[self::FIELD] ?? null) ? $json[self::FIELD] : [] as $at => $each) {
            if (\is_array($each) && \is_string($each['chart'] ?? null)) {
                $chosen[(string) $at] = new StandIn($each['chart'], \is_int($each['channel'] ?? null) ? $each['channel'] : null);
            }
        }

        return $chosen;
    }

    /** @param array<string, StandIn> $chosen */
    public static function told(array $chosen): string
    {
        ksort($chosen, \SORT_STRING);

        return [] === $chosen ? '' : Json::encode([self::FIELD => (object) array_map(get_object_vars(...), $chosen)]);
    }
}

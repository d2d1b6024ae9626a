<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\Hazard;

/** The cautions that a rig asks for, each once; they defer to local rules and qualified people. */
final class Cautions
{
    /** @return list<string> */
    public static function of(RigAnalysis $analysis): array
    {
        $cautions = [];
        foreach ($analysis->judgements() as $judgement) {
            foreach ($judgement->cautions as $caution) {
                $cautions[$caution] = true;
            }
        }
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->chart->hazards ?? [] as $hazard) {
                $cautions[self::ofHazard($hazard, $box->label())] = true;
            }
        }
        if ([] !== $analysis->setup->rig->units) {
            $cautions[
                'Recalls and faders can jump in level: turn monitors and in-ear packs down while testing, and look after hearing. Tape '
                    .'cables down across walkways.'
            ] = true;
        }

        return array_map(strval(...), array_keys($cautions));
    }

    public static function ofHazard(Hazard $hazard, string $unit): string
    {
        return match ($hazard) {
            Hazard::Level => "{$unit}: levels can jump; mute or turn down before testing, and look after hearing.",
            Hazard::Strobe => "{$unit}: strobing light can trigger seizures; warn the house, and follow local rules.",
            Hazard::Mains => "{$unit}: never lift a safety earth to cure hum; mains work is for a qualified electrician.",
            default => "{$unit}: MIDI has no acknowledgement and no fail-safe. Never make it the only "
                ."control of {$hazard->value}: that needs certified equipment, a dead-man control and licensed operators, under local rules.",
        };
    }
}

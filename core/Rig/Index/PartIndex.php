<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\PlayedPart;

/** The parts of every unit that rules can play, or why they cannot. */
final readonly class PartIndex
{
    public function __construct(private Reaching $reaching)
    {
    }

    /**
     * @param int $number from 1
     *
     * @return Answer<PlayedPart>
     */
    public function of(Device $unit, int $number): Answer
    {
        $hears = $unit->chart->hears[$number - 1] ?? null;
        if (null === $hears) {
            $count = \count($unit->chart->hears ?? []);
            $parts = 1 === $count ? 'part' : 'parts';

            return Answer::lacking(
                Lack::ofUnit(
                    LackSort::Part,
                    0 === $count ? "the chart does not say where {$unit->name} hears" : "{$unit->name} has {$count} {$parts}, not {$number}",
                ),
            );
        }
        if (null !== $hears->zone) {
            return Answer::lacking(
                Lack::ofUnit(LackSort::Zone, "{$unit->name} answers as an MPE zone; use \"fan out\" to its port instead of \"play\""),
            );
        }
        $ports = $this->reaching->ports($unit, $hears, KindName::Note);
        if ($ports instanceof Lack) {
            return Answer::lacking($ports);
        }
        $channel = $unit->channel($hears->channel);
        $hasChannels = self::hearsChannels($hears);

        return null === $channel && $hasChannels
            ? Answer::lacking(Lack::ofUnit(LackSort::Fact, "nobody knows on which channel {$unit->name} answers; ask the box"))
            : Answer::known(new PlayedPart($ports[0], \is_int($channel) ? $channel : null, $hasChannels), $ports);
    }

    private static function hearsChannels(Hears $part): bool
    {
        foreach ($part->kinds ?? [] as $kind => $heard) {
            if (false !== $heard && true === KindName::from((string) $kind)->midi()?->hasChannel()) {
                return true;
            }
        }

        return null === $part->kinds;
    }
}

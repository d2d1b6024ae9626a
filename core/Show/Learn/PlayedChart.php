<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

/** A chart of a control surface of which nothing was known but what came of playing each control once. What was not played stays unknown. */
final class PlayedChart
{
    private const SORTS = [
        Recognised::MOMENTARY => 'switch',
        Recognised::LATCHING => 'switch',
        Recognised::PAD => 'pad',
        Recognised::FADER => 'fader',
        Recognised::FINE => 'fader',
        Recognised::ENCODER => 'encoder',
        Recognised::WHEEL => 'wheel',
        Recognised::PRESSURE => 'axis',
        Recognised::PARAMETER => 'knob',
        Recognised::PROGRAM => 'switch',
        Recognised::TRANSPORT => 'switch',
    ];

    /**
     * @param list<NamedControl> $controls in the order in which they were played; the same control again counts once
     *
     * @return array<string, mixed> the chart, as its JSON
     */
    public static function of(string $name, array $controls): array
    {
        $surface = $kinds = $channels = $titles = [];
        foreach ($controls as $named) {
            [$title, $recognised] = [$named->title, $named->control];
            $played = $recognised->played;
            $sort = $recognised->sorts[0] ?? Recognised::FADER;
            $key = "{$played->kind->value} {$played->channel} {$played->number}";
            $message = array_filter(
                ['kind' => $played->kind->value, 'number' => $played->number, 'channel' => $played->channel],
                static fn (mixed $value): bool => null !== $value,
            );
            if ($played->kind->hasValue() && Recognised::ENCODER !== $sort && $recognised->range->low !== $recognised->range->high) {
                $message['values'] = [$recognised->range->low, $recognised->range->high];
            }
            $kinds[$played->kind->value] = true;
            if (null !== $played->channel) {
                $channels[] = $played->channel;
            }
            $title = '' === trim($title) ? ucfirst(self::SORTS[$sort] ?? 'control') : trim($title);
            for ($again = 2, $wanted = $title; \in_array(mb_strtolower($title), $titles, true) && !isset($surface[$key]); ++$again) {
                $title = "{$wanted} {$again}";
            }
            $titles[] = mb_strtolower($title);
            $surface[$key] = array_filter(
                [
                    'name' => $title,
                    'sort' => self::SORTS[$sort] ?? 'knob',
                    'latching' => Recognised::LATCHING === $sort ? true : null,
                    'sends' => [['gesture' => $recognised->isPressed() ? 'press' : 'move', 'message' => $message]],
                ],
                static fn (mixed $value): bool => null !== $value,
            );
        }
        $counted = array_count_values($channels);
        arsort($counted);
        $channel = array_key_first($counted);

        return [
            'schema' => 1,
            'name' => $name,
            'sort' => 'controller',
            'plugs' => [['id' => 'out', 'label' => 'MIDI OUT', 'connector' => 'din5', 'uses' => [['way' => 'out', 'carries' => 'midi']]]],
            'sends' => [['at' => ['out'], 'kinds' => $kinds] + (null === $channel ? [] : ['channel' => $channel])],
            'surface' => [
                'controls' => array_values(
                    array_map(static function (array $control) use ($channel): array {
                        // Only what goes elsewhere than the rest says its channel.
                        if (($control['sends'][0]['message']['channel'] ?? null) === $channel) {
                            unset($control['sends'][0]['message']['channel']);
                        }

                        return $control;
                    }, $surface),
                ),
            ],
        ];
    }
}

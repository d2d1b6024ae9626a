<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Data\Reading;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Chart\Programs;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Chart\WirePattern;

/** Looks whether a chart agrees with itself: everything that it names is there, numbers fit their kind, nothing is there twice. */
final class ChartReferences
{
    private readonly Reading $reading;

    private function __construct(private readonly Chart $chart, private readonly string $path)
    {
        $this->reading = new Reading();
    }

    /** @return list<Problem> */
    public static function check(Chart $chart, string $path = ''): array
    {
        $references = new self($chart, '' === $path ? '' : "{$path}.");
        $references->all();

        return $references->reading->problems;
    }

    private function all(): void
    {
        $this->unique('settings', array_map(static fn (Setting $each): string => $each->id, $this->chart->settings));
        $this->unique('plugs', array_map(static fn (Plug $each): string => $each->id, $this->chart->plugs));
        $this->unique('hears', array_map(static fn (Hears $each): string => $each->id, $this->chart->hears ?? []));
        $this->unique(
            'surface.controls',
            array_map(static fn (Control $each): string => Title::key($each->name), $this->chart->surface->controls ?? []),
        );
        $this->unique('parameters', array_map(static fn (Parameter $each): string => Title::key($each->name), $this->chart->parameters ?? []));
        foreach ($this->chart->settings as $index => $setting) {
            $this->setting($setting, "settings[{$index}]");
        }
        foreach ($this->chart->plugs as $index => $plug) {
            foreach ($plug->uses as $which => $use) {
                $this->when($use->when, "plugs[{$index}].uses[{$which}].when");
            }
        }
        foreach ($this->chart->routes ?? [] as $index => $route) {
            $this->plugs([...$route->from, ...$route->to], "routes[{$index}]");
            $this->switch($route->setting, "routes[{$index}].setting");
        }
        foreach ($this->chart->sends ?? [] as $index => $sends) {
            $this->plugs($sends->at, "sends[{$index}].at");
            $this->channel($sends->channel, "sends[{$index}].channel");
            array_map(fn (bool|string $each): null => $this->switch($each, "sends[{$index}].kinds"), $sends->kinds ?? []);
        }
        foreach ($this->chart->hears ?? [] as $index => $hears) {
            $this->plugs($hears->at, "hears[{$index}].at");
            $this->channel($hears->channel, "hears[{$index}].channel");
            array_map(fn (bool|string $each): null => $this->switch($each, "hears[{$index}].kinds"), $hears->kinds ?? []);
            foreach (\is_array($hears->width) ? $hears->width : [] as $width) {
                $this->when($width->when, "hears[{$index}].width");
            }
        }
        foreach ($this->chart->automatic ?? [] as $index => $automatic) {
            $this->plugs($automatic->at, "automatic[{$index}].at");
            $this->switch($automatic->setting, "automatic[{$index}].setting");
        }
        foreach ($this->chart->surface->controls ?? [] as $index => $control) {
            foreach ($control->sends ?? [] as $which => $sends) {
                $this->message($sends->message, "surface.controls[{$index}].sends[{$which}].message");
            }
            if (null !== $control->lamp) {
                $this->message($control->lamp->message, "surface.controls[{$index}].lamp.message");
            }
        }
        foreach ($this->chart->parameters ?? [] as $index => $parameter) {
            $this->parameter($parameter, "parameters[{$index}]");
        }
        if (null !== $this->chart->programs) {
            $this->programs($this->chart->programs);
        }
        if (null !== $this->chart->keys && $this->chart->keys->low > $this->chart->keys->high) {
            $this->problem('keys', "the lowest key {$this->chart->keys->low} is above the highest {$this->chart->keys->high}");
        }
    }

    private function setting(Setting $setting, string $path): void
    {
        if ($setting->values instanceof ValueRange && $setting->values->low > $setting->values->high) {
            $this->problem("{$path}.values", 'the lowest value is above the highest');
        } elseif (null !== $setting->factory && !$setting->allows($setting->factory)) {
            $this->problem("{$path}.factory", Reading::describe($setting->factory).' is none of its values');
        }
        foreach ($setting->how as $index => $how) {
            if (null !== $how->procedure && null === $this->chart->procedure($how->procedure)) {
                $this->problem("{$path}.how[{$index}].procedure", "there is no procedure {$how->procedure}");
            }
        }
    }

    private function parameter(Parameter $parameter, string $path): void
    {
        if ($parameter->raw->low > $parameter->raw->high) {
            $this->problem("{$path}.raw", 'the lowest value is above the highest');
        }
        if (null !== $parameter->part && null === $this->chart->part($parameter->part)) {
            $this->problem("{$path}.part", "there is no part {$parameter->part} under hears");
        }
        if (null !== $parameter->message) {
            $this->message($parameter->message, "{$path}.message");
        }
        foreach ([['rest', $parameter->rest], ['centre', $parameter->centre]] as [$name, $value]) {
            if (null !== $value && ($value < $parameter->raw->low || $value > $parameter->raw->high)) {
                $this->problem("{$path}.{$name}", "{$value} is outside of {$parameter->raw->low} to {$parameter->raw->high}");
            }
        }
        foreach ($parameter->named ?? [] as $index => $named) {
            if ($named->from > $named->to || $named->send < $named->from || $named->send > $named->to) {
                $this->problem("{$path}.named[{$index}]", "\"{$named->name}\": from, send and to have to be in order");
            }
        }
    }

    private function programs(Programs $programs): void
    {
        $wire = $programs->wire;
        if ($wire instanceof WirePattern && ($wire->first ?? 0) + $wire->perBank > 128) {
            $this->problem('programs.wire', "{$wire->perBank} programs a bank from ".($wire->first ?? 0).' go beyond 127');
        }
        foreach (\is_array($wire) ? $wire : [] as $index => $row) {
            if (!\is_int($row[0]) || $row[0] >= $programs->count) {
                $this->problem("programs.wire[{$index}]", 'its first number is the place of a program, below '.$programs->count);
            }
        }
    }

    private function message(Message $message, string $path): void
    {
        $isOfKeys = \in_array($message->kind, [KindName::Note, KindName::Program, KindName::PolyPressure], true);
        $range = $message->kind->midi()?->numberRange() ?? ($isOfKeys ? ValueRange::sevenBits() : null);
        if (null !== $message->number && null !== $range && !$range->contains($message->number)) {
            $this->problem(
                "{$path}.number",
                "{$message->kind->value} has numbers from {$range->low} to {$range->high}, not {$message->number}".
                    ('cc' === $message->kind->value ? '; 120 to 127 are channel mode messages' : ''),
            );
        }
        $this->channel($message->channel, "{$path}.channel");
    }

    private function channel(int|string|ChannelOf|null $channel, string $path): void
    {
        if ($channel instanceof ChannelOf) {
            $this->switch($channel->setting, "{$path}.setting");
        }
    }

    /** @param array<string, list<string|int>>|null $when */
    private function when(?array $when, string $path): void
    {
        foreach ($when ?? [] as $id => $values) {
            $setting = $this->chart->setting((string) $id);
            if (null === $setting) {
                $this->noSetting((string) $id, $path);
                continue;
            }
            foreach ($values as $value) {
                if (!$setting->allows($value)) {
                    $this->problem($path, Reading::describe($value)." is no value of the setting {$id}");
                }
            }
        }
    }

    private function switch(bool|string|null $switch, string $path): null
    {
        if (\is_string($switch) && null === $this->chart->setting($switch)) {
            $this->noSetting($switch, $path);
        }

        return null;
    }

    private function noSetting(string $id, string $path): void
    {
        $nearest = Title::nearest($id, array_map(static fn (Setting $each): string => $each->id, $this->chart->settings));
        $this->problem($path, "there is no setting {$id}".(null === $nearest ? '' : "; did you mean {$nearest}?"));
    }

    /** @param list<string> $at */
    private function plugs(array $at, string $path): void
    {
        foreach ($at as $each) {
            if (null !== $this->chart->place($each)) {
                continue;
            }
            [$id, $stream] = [...explode('/', $each, 2), null];
            $having = array_filter($this->chart->plugs, static fn (Plug $plug): bool => null !== $plug->stream($each));
            $this->problem(
                $path,
                match (true) {
                    null !== $stream && null !== $this->chart->plug((string) $id) => "plug {$id} has no stream {$stream}",
                    [] !== $having => "stream {$each} is in several plugs: say which, as ".array_values($having)[0]->id."/{$each}",
                    default => "there is no plug {$id}, and no stream of that name",
                },
            );
        }
    }

    /** @param list<string> $ids */
    private function unique(string $path, array $ids): void
    {
        foreach (array_count_values($ids) as $id => $count) {
            if ($count > 1) {
                $this->problem($path, "\"{$id}\" is there {$count} times");
            }
        }
    }

    private function problem(string $path, string $text): void
    {
        $this->reading->problem($this->path.$path, $text);
    }
}

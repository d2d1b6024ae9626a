<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Direct\Cabling;
use ZigzagPost\Core\Rig\Direct\Matrix;
use ZigzagPost\Core\Rig\Direct\SettingAt;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Plan\Wish\Standings;
use ZigzagPost\Core\Rig\Plan\Wish\WishList;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Setup;

/** What a plan of a rig decides: settings with the values that they can have, cables, and where channels must not meet. */
final class Choices
{
    private readonly Graph $graph;
    /** @var list<HeardStream> */
    public readonly array $streams;
    private readonly Sharing $sharing;
    /** @var list<PlanVariable> */
    public array $choices = [];
    /** @var list<string> */
    public array $unknown = [];
    /** Of several the first in the order of the rig. */
    public ?BeyondSixteen $beyond = null;
    /** @var array<string, array<int, list<Hears>>> parts by unit and stream */
    private array $heard = [];
    /** @var array<string, list<int>> streams that begin at a unit */
    private array $own = [];
    /** @var array<string, list<string>> units whose messages come into each port of the post */
    public array $intoPost = [];
    public readonly Standings $standings;
    public readonly Matrix $matrix;
    public readonly WishList $wishes;

    /**
     * @param list<string> $unpinned units whose pins are not looked at
     * @param list<string> $split units that are taken as if they wanted split numbers
     * @param list<string> $without units that are taken away
     * @param self|null $of those of the same rig, whose ways are known already
     */
    public function __construct(
        private readonly Setup $setup,
        private readonly array $unpinned = [],
        array $split = [],
        private readonly array $without = [],
        ?self $of = null,
    ) {
        $this->graph = $of->graph ?? new Graph($setup);
        $this->streams = $of->streams ?? Streams::of($setup, $this->graph);
        $this->sharing = new Sharing($setup, $split);
        if (null === $of) {
            $this->look();
        } else {
            [$this->own, $this->heard, $this->intoPost] = [$of->own, $of->heard, $of->intoPost];
        }
        $this->matrix = $of->matrix ?? new Matrix($setup, $this->graph);
        $this->standings = new Standings($setup, $this->matrix->cablings, $unpinned);
        $this->wishes = new WishList($setup, $this->matrix, $this->standings);
        foreach ($setup->boxes as $box) {
            if (!$box->isPost() && !\in_array($box->name, $without, true)) {
                $this->choose($box);
            }
        }
        foreach ($this->matrix->cablings as $cabling) {
            isset($this->wishes->settings[$cabling->at()->key()]) ? $this->choices[] = self::cables($cabling) : null;
        }
    }

    private function look(): void
    {
        foreach ($this->streams as $index => $stream) {
            $this->own[$stream->box->name][] = $index;
            foreach ($stream->listeners as $listener) {
                $this->heard[$listener->box->name][$index][] = $listener->part;
            }
            if ($stream->box->isPost()) {
                continue;
            }
            foreach ($this->graph->reachedFrom($stream->source) as $way) {
                $at = $way[\count($way) - 1]->to;
                if (LeadEnd::POST === $at->unit && !$at->isOut) {
                    $this->intoPost[Post::port($at->at)->port][] = $stream->box->name;
                }
            }
        }
    }

    private function choose(Device $box): void
    {
        $sends = $box->chart->sends[0]->channel ?? null;
        $fixed = [];
        $settings = [];
        foreach ($this->parts($box) as $part) {
            if (null === $part->zone && $part->channel instanceof ChannelOf) {
                $settings[$part->channel->setting][] = $part;
            } elseif (null === $part->zone && null === $part->channel && Channels::isNeeded($part)) {
                $this->unknown[] = $box->name.(\count($box->chart->hears ?? []) > 1 ? " {$part->id}" : '');
            } else {
                $fixed[] = $part;
            }
        }
        if ($sends instanceof ChannelOf && isset($this->own[$box->name])) {
            $settings[$sends->setting] ??= [];
        }
        foreach ($fixed as $part) {
            if (BeyondSixteen::isSo($box, $part, null)) {
                $this->beyond ??= BeyondSixteen::fixed($box, $part);
            }
        }
        $sendsFixed = \is_int($sends) && isset($this->own[$box->name]) ? 1 << ($sends - 1) : null;
        if ([] !== $fixed || null !== $sendsFixed) {
            $this->choices[] = new PlanVariable(
                $box,
                null,
                $fixed,
                [new PlanValue(null, 0, $this->takes($box, $fixed, null) ?? [], $sendsFixed)],
                true,
            );
        }
        foreach ($box->chart->settings as $setting) {
            if (isset($settings[$setting->id])) {
                $this->setting(
                    $box,
                    $setting,
                    $settings[$setting->id],
                    $sends instanceof ChannelOf && $sends->setting === $setting->id ? $sends->offset ?? 0 : null,
                );
            } elseif (isset($this->wishes->settings[(new SettingAt($box->name, $setting->id))->key()])) {
                $this->plain($box, $setting);
            }
        }
    }

    /** A setting that decides no channel, on which something depends. */
    private function plain(Device $box, Setting $setting): void
    {
        $isPinned = $this->isPinnedAt($box, $setting);
        $options = array_map(
            static fn (string|int $value): PlanValue => new PlanValue($value, $isPinned ? 0 : Cost::of($box->unit, $setting, $value), [], null),
            $this->standings->values(new SettingAt($box->name, $setting->id)),
        );
        if ([] !== $options) {
            $this->choices[] = new PlanVariable($box, $setting->id, [], $options, $isPinned);
        }
    }

    private static function cables(Cabling $cabling): PlanVariable
    {
        $box = $cabling->box();
        $options = [new PlanValue(Cabling::AS_IT_IS, 0, [], null)];
        foreach (array_keys($cabling->others) as $words) {
            $options[] = new PlanValue((string) $words, Cost::CABLE, [], null);
        }

        return new PlanVariable($box, Cabling::SETTING, [], $options, false, $cabling);
    }

    private function isPinnedAt(Device $box, Setting $setting): bool
    {
        return $this->standings->isPinned($box->name, $box->unit->settings[$setting->id] ?? null);
    }

    /** @param list<Hears> $parts */
    private function setting(Device $box, Setting $setting, array $parts, ?int $sendsAt): void
    {
        $chosen = $box->unit->settings[$setting->id] ?? null;
        $isPinned = $this->isPinnedAt($box, $setting);
        $at = new SettingAt($box->name, $setting->id);
        if (!$isPinned && null === $this->standings->value($at) && !isset($this->wishes->settings[$at->key()]) && !$this->hasToBeKnown($box, $parts)) {
            $this->unknown[] = $box->name;

            return;
        }
        $options = [];
        foreach ($isPinned && null !== $chosen ? [$chosen->value] : $setting->all() as $value) {
            $channel = Device::channelOf($value, 0);
            $takes = $this->takes($box, $parts, $value);
            $sent = null === $sendsAt ? null : Device::channelOf($value, $sendsAt);
            if ($isPinned || (null !== $channel && null !== $takes && (null === $sendsAt || null !== $sent))) {
                $options[] = new PlanValue(
                    $value,
                    $isPinned ? 0 : Cost::of($box->unit, $setting, $value),
                    $takes ?? [],
                    \is_int($sent) ? 1 << ($sent - 1) : (ChannelType::OMNI === $sent ? Channels::ALL : null),
                );
            }
        }
        if ([] !== $options) {
            $this->choices[] = new PlanVariable($box, $setting->id, $parts, $options, $isPinned);
        }
        if ($isPinned && null !== $chosen) {
            $beyond = array_filter($parts, static fn (Hears $part): bool => BeyondSixteen::isSo($box, $part, $chosen->value));
            $this->beyond ??= [] === $beyond ? null : BeyondSixteen::at($box, array_values($beyond)[0], $setting, $chosen->value);
        } elseif ([] === $options) {
            $this->withoutAnyValue($box, $setting, $parts);
        }
    }

    /**
     * Whether a channel has to be known though nobody wished anything of it: the post sends to it or hears it, or others that have to be apart.
     *
     * @param list<Hears> $parts
     */
    private function hasToBeKnown(Device $box, array $parts): bool
    {
        foreach ($this->heard[$box->name] ?? [] as $stream => $heard) {
            foreach ($parts as $part) {
                if (\in_array($part, $heard, true) && !Sharing::isOneChannel($this->streams[$stream])) {
                    return true;
                }
            }
        }

        return [] !== array_filter($this->intoPost, static fn (array $units): bool => \in_array($box->name, $units, true));
    }

    /**
     * No value of a setting will do: some part goes beyond channel 16 even at its first one, or nobody knows which channels its values mean.
     *
     * @param list<Hears> $parts
     */
    private function withoutAnyValue(Device $box, Setting $setting, array $parts): void
    {
        $beyond = array_values(array_filter($parts, static fn (Hears $part): bool => BeyondSixteen::isSo($box, $part, $setting->all()[0] ?? null)));
        if ([] !== $beyond) {
            $this->beyond ??= BeyondSixteen::always($box, $beyond[0], $setting);

            return;
        }
        foreach ($parts as $part) {
            $this->unknown[] = $box->name.(\count($box->chart->hears ?? []) > 1 ? " {$part->id}" : '');
        }
    }

    /** @return list<Hears> parts that hear some stream */
    private function parts(Device $box): array
    {
        $parts = [];
        foreach ($box->chart->hears ?? [] as $part) {
            foreach ($this->heard[$box->name] ?? [] as $heard) {
                if (\in_array($part, $heard, true)) {
                    $parts[] = $part;
                    break;
                }
            }
        }

        return $parts;
    }

    /**
     * @param list<Hears> $parts
     *
     * @return array<int, int>|null channels by stream; null if some part does not get its run
     */
    private function takes(Device $box, array $parts, string|int|null $value): ?array
    {
        $takes = [];
        foreach ($this->heard[$box->name] ?? [] as $stream => $heard) {
            foreach ($parts as $part) {
                if (!\in_array($part, $heard, true)) {
                    continue;
                }
                $own =
                    $part->channel instanceof ChannelOf
                        ? (null === $value
                            ? $box->channel($part->channel)
                            : Device::channelOf($value, $part->channel->offset ?? 0))
                        : $part->channel;
                $channels = Channels::ofPart($box, $part, $own);
                if (null === $channels || (null === $own && null === $part->zone && Channels::isNeeded($part))) {
                    return null;
                }
                $takes[$stream] = ($takes[$stream] ?? 0) | $channels;
            }
        }

        return $takes;
    }

    public function puzzle(): PlanProblem
    {
        return new PlanProblem($this->choices, $this->meet(...), \count($this->streams));
    }

    /**
     * Whether units collide by nothing but what they send to the post.
     *
     * @param list<string> $units
     */
    public function collideBySending(array $units): bool
    {
        $own = array_keys(array_filter($this->choices, static fn (PlanVariable $choice): bool => \in_array($choice->box->name, $units, true)));
        foreach ($own as $j) {
            foreach ($own as $i) {
                foreach ($i < $j ? $this->meet($i, $j) : [] as $place) {
                    if ($place->mine >= 0 || $place->theirs >= 0) {
                        return false;
                    }
                }
            }
        }

        return true;
    }

    /** @return list<MeetingPlace> */
    private function meet(int $i, int $j): array
    {
        [$one, $other] = [$this->choices[$i], $this->choices[$j]];
        $places = [];
        foreach ($this->heard[$one->box->name] ?? [] as $stream => $heard) {
            if (
                isset($this->heard[$other->box->name][$stream])
                && !Sharing::isOneChannel($this->streams[$stream])
                && $this->collide($one, $other, $heard, $this->heard[$other->box->name][$stream])
            ) {
                $places[] = new MeetingPlace($stream, $stream);
            }
        }
        if ($one->box === $other->box) {
            foreach ($this->answers($one, $other) as $stream) {
                $places[] = new MeetingPlace(-1, $stream);
            }
            foreach ($this->answers($other, $one) as $stream) {
                $places[] = new MeetingPlace($stream, -1);
            }
        }
        if (
            $one->box !== $other->box
            && null !== $one->options[0]->sends
            && null !== $other->options[0]->sends
            && $this->meetAtPost($one->box, $other->box)
            && $this->sharing->sendAlike($one->box, $other->box)
        ) {
            $places[] = new MeetingPlace(-1, -1);
        }

        return $places;
    }

    /**
     * @param list<Hears> $heard
     * @param list<Hears> $otherHeard
     */
    private function collide(PlanVariable $one, PlanVariable $other, array $heard, array $otherHeard): bool
    {
        foreach ($one->parts as $part) {
            foreach ($other->parts as $otherPart) {
                if (
                    \in_array($part, $heard, true)
                    && \in_array($otherPart, $otherHeard, true)
                    && $this->sharing->mustNotShare($one->box, $part, $other->box, $otherPart)
                ) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return list<int> streams of a unit on which what it sends of its own comes back to it */
    private function answers(PlanVariable $sender, PlanVariable $hearer): array
    {
        if (null === $sender->options[0]->sends) {
            return [];
        }
        $streams = [];
        foreach ($this->own[$sender->box->name] ?? [] as $stream) {
            foreach ($hearer->parts as $part) {
                if (
                    \in_array($part, $this->heard[$hearer->box->name][$stream] ?? [], true)
                    && $this->sharing->isAnswered($sender->box, $hearer->box, $part)
                ) {
                    $streams[] = $stream;
                    break;
                }
            }
        }

        return $streams;
    }

    private function meetAtPost(Device $one, Device $other): bool
    {
        foreach ($this->intoPost as $units) {
            if (\in_array($one->name, $units, true) && \in_array($other->name, $units, true)) {
                return true;
            }
        }

        return false;
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Chart\Sends;
use ZigzagPost\Core\Rig\Chart\Width;
use ZigzagPost\Core\Rig\Document\Chosen;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\SettingState;
use ZigzagPost\Core\Rig\Document\Unit;

/** A unit with its chart: what its settings make of it. What a chart leaves unknown is null here as well. */
final class Device
{
    public readonly string $name;

    /** @var array<string, Control> by name, as titles are compared */
    private array $controls = [];
    /** @var array<string, Parameter> */
    private array $parameters = [];

    public function __construct(public readonly Unit $unit, public readonly Chart $chart)
    {
        $this->name = $unit->name;
        foreach ($chart->surface->controls ?? [] as $control) {
            $this->controls[Title::key($control->name)] ??= $control;
        }
        foreach ($chart->parameters ?? [] as $parameter) {
            $this->parameters[Title::key($parameter->name)] ??= $parameter;
        }
    }

    /** Whether this is Zigzag Post itself. */
    public function isPost(): bool
    {
        return LeadEnd::POST === $this->name;
    }

    /** Where a setting stands: as chosen, or as it comes from the factory; null where that is unknown. */
    public function value(string $setting): string|int|null
    {
        return isset($this->unit->settings[$setting]) ? $this->unit->settings[$setting]->value : $this->chart->setting($setting)?->factory;
    }

    /** The same box with what was ticked, else as it comes from the factory: what is only planned is left out. */
    public function asTicked(): self
    {
        $ticked = array_filter($this->unit->settings, static fn (Chosen $chosen): bool => $chosen->state->isTicked());

        return new self(new Unit($this->unit->name, $this->unit->chart, settings: $ticked, assigned: $this->unit->assigned), $this->chart);
    }

    /**
     * The same box with other settings.
     *
     * @param array<string, string|int> $settings
     */
    public function set(array $settings): self
    {
        $chosen = array_map(static fn (string|int $value): Chosen => new Chosen($value, SettingState::Planned), $settings) + $this->unit->settings;

        return new self(new Unit($this->unit->name, $this->unit->chart, settings: $chosen, assigned: $this->unit->assigned), $this->chart);
    }

    /**
     * Whether settings stand so; null where that is unknown.
     *
     * @param array<string, list<string|int>>|null $when
     */
    public function holds(?array $when): ?bool
    {
        $holds = true;
        foreach ($when ?? [] as $setting => $values) {
            $value = $this->value((string) $setting);
            if (null === $value) {
                $holds = null;
            } elseif (!\in_array($value, $values, true)) {
                return false;
            }
        }

        return $holds;
    }

    /** Whether something is so that a chart may make depend on a setting; null where that is unknown. */
    public function isOn(bool|string|null $switch): ?bool
    {
        if (!\is_string($switch)) {
            return $switch;
        }
        $value = $this->value($switch);

        return null === $value ? null : 'on' === $value;
    }

    /** @return int|string|null 1 to 16, "omni", or null where that is unknown */
    public function channel(int|string|ChannelOf|null $channel): int|string|null
    {
        if (!$channel instanceof ChannelOf) {
            return $channel;
        }
        $value = $this->value($channel->setting);

        return null === $value ? null : self::channelOf($value, $channel->offset ?? 0);
    }

    /** What a value of a channel setting means. */
    public static function channelOf(string|int $value, int $offset): int|string|null
    {
        if (\is_string($value) && (!ctype_digit($value) || \strlen($value) > 2)) {
            return ChannelType::OMNI === strtolower($value) || 'all' === strtolower($value) ? ChannelType::OMNI : null;
        }
        $number = (int) $value + $offset;

        return $number >= 1 && $number <= 16 ? $number : null;
    }

    /** What a plug is at present; null where that is unknown or it is nothing. */
    public function use(Plug $plug): ?PlugUse
    {
        foreach ($plug->uses as $use) {
            $holds = $this->holds($use->when);
            if (true === $holds) {
                return $use;
            }
            if (null === $holds) {
                return null;
            }
        }

        return null;
    }

    /** How many adjacent channels a part answers on. */
    public function width(Hears $part): int
    {
        if (\is_array($part->width)) {
            foreach ($part->width as $width) {
                /** @var Width $width */
                if (false !== $this->holds($width->when) && null === $width->program) {
                    return $width->width;
                }
            }

            return max(1, ...array_map(static fn (Width $width): int => $width->width, $part->width));
        }

        return $part->width ?? 1;
    }

    /** Members of the zone of a part, if it has one and that is known. */
    public function members(Hears|Sends $part): ?int
    {
        $members = $part->zone?->members;
        $value = \is_string($members) ? $this->value($members) : $members;

        return null === $value || (int) $value < 1 || (int) $value > 15 ? null : (int) $value;
    }

    public function control(string $title): ?Control
    {
        return $this->controls[Title::key($title)] ?? null;
    }

    public function parameter(string $title): ?Parameter
    {
        return $this->parameters[Title::key($title)] ?? null;
    }

    /** What a control sends when it is pressed or moved: as it was assigned, or as the chart says. */
    public function messageOf(Control $control): ?Message
    {
        return ($this->unit->assigned[$control->name] ?? null)->message ?? $control->message();
    }

    /** What moves a parameter: as it was assigned or learned, or as the chart says. */
    public function messageTo(Parameter $parameter): ?Message
    {
        return ($this->unit->assigned[$parameter->name] ?? null)->message ?? $parameter->message;
    }

    /** The part that a parameter belongs to: the one that it names, or the first. */
    public function partOf(Parameter $parameter): ?Hears
    {
        return null === $parameter->part ? $this->chart->hears[0] ?? null : $this->chart->part($parameter->part);
    }

    /** Where a kind of message leaves, if it does: the first such entry of the chart whose switch is not off. */
    public function sendsOf(KindName $kind): ?Sends
    {
        foreach ($this->chart->sends ?? [] as $sends) {
            if (null === $sends->kinds || false !== $this->isOn($sends->kinds[$kind->value] ?? false)) {
                return $sends;
            }
        }

        return null;
    }

    /** Whether a part hears a kind; null where that is unknown, which what its chart does not name is. */
    public function hears(Hears $part, KindName $kind): ?bool
    {
        return $this->isOn($part->kinds[$kind->value] ?? null);
    }

    /** For the plan: of a chart that lists kinds, those that it leaves out are taken for not heard; null where it lists none. */
    public function lists(Hears $part, KindName $kind): ?bool
    {
        return null === $part->kinds ? null : $this->isOn($part->kinds[$kind->value] ?? false);
    }

    /** As {@see Hears()}, for what is made of controllers as well: what is said of the kind itself counts, else what is said of controllers. */
    public function understands(Hears $part, KindName $kind): ?bool
    {
        return $this->isOn($this->switchOf($part, $kind));
    }

    /**
     * @return bool|string|null the setting that decides whether a part receives a kind, or that it always or never does; null where the chart
     *     says nothing of it
     */
    public function switchOf(Hears $part, KindName $kind): bool|string|null
    {
        return $part->kinds[$kind->value] ?? ($kind->isMadeOfControllers() ? $part->kinds[KindName::Cc->value] ?? null : null);
    }

    /** What it is called where people read. */
    public function label(): string
    {
        return $this->unit->label ?? $this->name;
    }
}

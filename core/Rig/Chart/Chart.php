<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** What a kind of device can do. What is not there is unknown, which is not "no". */
final readonly class Chart
{
    /**
     * @param list<Setting> $settings
     * @param list<Plug> $plugs
     * @param list<Hazard>|null $hazards
     * @param list<Route>|null $routes
     * @param list<Sends>|null $sends
     * @param list<Hears>|null $hears
     * @param list<Automatic>|null $automatic
     * @param list<Parameter>|null $parameters
     * @param list<Procedure>|null $procedures
     * @param list<string>|null $readyMade rules that a player may put into a rulebook
     */
    public function __construct(
        #[Whole(1, 1)]
        public int $schema,
        #[Text]
        public string $name,
        #[OneOf(Sort::class)]
        public Sort $sort,
        #[ListOf(new Of(Setting::class), 2000)]
        public array $settings = [],
        #[ListOf(new Of(Plug::class), 256)]
        public array $plugs = [],
        #[Text(60)]
        public ?string $firmwareMin = null,
        #[ListOf(new OneOf(Hazard::class), 16)]
        public ?array $hazards = null,
        #[ListOf(new Of(Route::class), 256)]
        public ?array $routes = null,
        #[ListOf(new Of(Sends::class), 64)]
        public ?array $sends = null,
        #[ListOf(new Of(Hears::class), 64)]
        public ?array $hears = null,
        #[ListOf(new Of(Automatic::class), 256)]
        public ?array $automatic = null,
        #[Of(Surface::class)]
        public ?Surface $surface = null,
        #[ListOf(new Of(Parameter::class))]
        public ?array $parameters = null,
        #[Of(Programs::class)]
        public ?Programs $programs = null,
        #[Of(Keys::class)]
        public ?Keys $keys = null,
        #[Of(ClockFacts::class)]
        public ?ClockFacts $clock = null,
        #[ListOf(new Of(Procedure::class), 256)]
        public ?array $procedures = null,
        #[ListOf(new Text(20000), 256)]
        public ?array $readyMade = null,
    ) {
    }

    public function setting(string $id): ?Setting
    {
        return self::find($this->settings, $id);
    }

    public function plug(string $id): ?Plug
    {
        return self::find($this->plugs, $id);
    }

    /**
     * The plug, or the stream inside a plug, that a chart means.
     *
     * @param string $at a plug, "plug/stream", or a stream alone where one plug only has it
     */
    public function place(string $at): ?PlugPlace
    {
        [$id, $inside] = [...explode('/', $at, 2), null];
        $plug = $this->plug((string) $id);
        if (null !== $plug) {
            $stream = null === $inside ? null : $plug->stream($inside);

            return null === $inside || null !== $stream ? new PlugPlace($plug, $stream) : null;
        }
        $having = array_values(array_filter($this->plugs, static fn (Plug $each): bool => null !== $each->stream($at)));

        return 1 === \count($having) ? new PlugPlace($having[0], $having[0]->stream($at)) : null;
    }

    public function procedure(string $id): ?Procedure
    {
        return self::find($this->procedures ?? [], $id);
    }

    public function part(string $id): ?Hears
    {
        return self::find($this->hears ?? [], $id);
    }

    /** Whether it can hurt in a way that needs licensed people. */
    public function isDangerous(): bool
    {
        return [] !== array_filter($this->hazards ?? [], static fn (Hazard $hazard): bool => $hazard->isDangerous());
    }

    /**
     * @template T of Setting|Plug|Procedure|Hears
     *
     * @param list<T> $of
     *
     * @return T|null
     */
    private static function find(array $of, string $id): Setting|Plug|Procedure|Hears|null
    {
        foreach ($of as $each) {
            if ($each->id === $id) {
                return $each;
            }
        }

        return null;
    }
}

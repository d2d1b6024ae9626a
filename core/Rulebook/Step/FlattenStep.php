<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Brings the notes of an MPE zone to one channel, for a synth that knows no per-note expression.
 *
 *     flatten to channel 1 bend 2 priority last pressure poly timbre cc 74
 */
final class FlattenStep extends Step
{
    private const DEFAULT_BEND = 2;
    private const TIMBRE = 74;

    private function __construct(
        Span $span,
        private readonly int $channel,
        private readonly ?int $bend,
        private readonly ?string $priority,
        private readonly ?string $pressure,
        private readonly ?int $pressureController,
        private readonly ?string $timbre,
        private readonly ?int $timbreController,
    ) {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $cursor->expect('to');
        $cursor->expect('channel');
        $channel = $cursor->integer('a channel', 1, 16)->value;
        $bend = $priority = $pressure = $timbre = $pressureController = $timbreController = null;
        $options = ['bend', 'priority', 'pressure', 'timbre'];
        while (null !== ($option = $cursor->accept(...$options))) {
            $options = array_values(array_diff($options, [$option->text]));
            if ($option->is('bend')) {
                $bend = $cursor->integer('a bend range in semitones', 1, 96)->value;
            } elseif ($option->is('priority')) {
                $priority = $cursor->expect('last', 'high', 'low')->text;
            } elseif ($option->is('pressure')) {
                $pressure = $cursor->expect('poly', 'channel', 'drop', 'cc')->text;
                $pressureController = 'cc' === $pressure ? $cursor->integer('a controller number', 0, 119)->value : null;
            } else {
                $timbre = $cursor->expect('drop', 'cc')->text;
                $timbreController = 'cc' === $timbre ? $cursor->integer('a controller number', 0, 119)->value : null;
            }
        }
        $cursor->expectEnd(...$options);

        return new self($span, $channel, $bend, $priority, $pressure, $pressureController, $timbre, $timbreController);
    }

    public function print(): string
    {
        return "flatten to channel {$this->channel}".
            (null === $this->bend ? '' : " bend {$this->bend}").
            (null === $this->priority ? '' : " priority {$this->priority}").
            (null === $this->pressure
                ? ''
                : " pressure {$this->pressure}".(null === $this->pressureController ? '' : " {$this->pressureController}")).
            (null === $this->timbre ? '' : " timbre {$this->timbre}".(null === $this->timbreController ? '' : " {$this->timbreController}"));
    }

    public function facts(): array
    {
        return [Fact::ChangesMessage, Fact::KnowsZones, Fact::LeavesZone, Fact::TracksNotes];
    }

    public function compile(Writer $code): void
    {
        $step = "'{$code->stepId()}'";
        $why = "Flatten::reason(\$s, {$step}, \$port, \$ch)";
        $beginsNotes = Kind::Note === $code->kind() && $code->beginsNotes();
        $this->describe($code, $beginsNotes);
        if (Kind::Note === $code->kind()) {
            if ($beginsNotes) {
                $code->line("Flatten::noteOn(\$e, {$step}, \$t, \$port, \$ch, \$n, \$ctl, \$own);");
            }
        } elseif (Kind::Bend === $code->kind()) {
            $bend = "\$v = Flatten::bend(\$e, {$step}, \$port, \$ch, \$v);";
            $code->line($code->isOfZone() ? $bend : "if (Zones::has(\$s, \$port, \$ch)) { {$bend} }");
            $code->line("if (null === \$v) { {$code->dropFor($why)} }");
            $code->fields()->forget('$v');
        } elseif (Kind::Pressure === $code->kind()) {
            $this->pressure($code, $step, $why);
        } elseif (Kind::Cc === $code->kind()) {
            $this->setting($code, $step);
            $code->line('if ('.self::TIMBRE.' === $n && Zones::isOfMember($s, $port, $ctl)) {');
            if ('drop' === $this->timbre) {
                $code->line($code->drop('drops timbre'));
            } else {
                $code->line("if (!Flatten::timbre(\$s, {$step}, \$port, \$ch, \$v)) { {$code->dropFor($why)} }");
                $code->line('$n = '.($this->timbreController ?? self::TIMBRE).';');
            }
            $code->line('}');
            $code->fields()->forget('$n');
        } elseif (Kind::Rpn === $code->kind() || Kind::Nrpn === $code->kind()) {
            $own = Kind::Rpn === $code->kind() ? ' || ((0 === $n || 6 === $n) && Zones::has($s, $port, $ch))' : '';
            $code->line("if (Zones::isOfMember(\$s, \$port, \$ctl){$own}) { {$code->drop('stays in the zone')} }");
        }
        if ($code->kind()->hasChannel()) {
            $code->line("\$ch = {$this->channel};");
            $code->fields()->narrow('$ch', $this->channel, $this->channel);
        }
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    /** The channel that everything is brought to. */
    public function channel(): int
    {
        return $this->channel;
    }

    public function bendRange(): int
    {
        return $this->bend ?? self::DEFAULT_BEND;
    }

    /** Tells the compiled rulebook what this step does, for notes that begin and end. */
    private function describe(Writer $code, bool $beginsNotes): void
    {
        $timbre = $this->timbreController ?? self::TIMBRE;
        $code->flattens(
            channel: $this->channel,
            range: $this->bendRange(),
            priority: $this->priority ?? 'last',
            bend: $beginsNotes ? $code->owner()->continuationAs(Kind::Bend) : '',
            pressure: match ($beginsNotes ? $this->pressure : null) {
                'cc' => $code->owner()->continuationAs(Kind::Cc),
                'channel' => $code->owner()->continuationAs(Kind::Pressure),
                default => '',
            },
            pressureController: $this->pressureController ?? 0,
            timbre: !$beginsNotes || 'drop' === $this->timbre ? '' : $code->owner()->continuationAs(Kind::Cc),
            timbreController: $timbre,
        );
    }

    /** What sets up the zone or its bend range stays in it. */
    private function setting(Writer $code, string $step): void
    {
        $stays = $code->drop('stays in the zone');
        $goesOn = $code->owner()->continuationAs(Kind::Cc);
        $code->line('if (Flatten::isSetting($n)) {');
        $code->line("if (Zones::isOfMember(\$s, \$port, \$ctl)) { {$stays} }");
        $code->line('if (Zones::isManager($s, $port, $ch)) {');
        $code->line("\$set = Flatten::setting(\$s, {$step}, \$port, \$ch, \$n, \$v);");
        $code->line("if (true === \$set) { {$stays} }");
        $code->line("if (false !== \$set) { \$this->{$goesOn}(\$e, \$t, \$port, {$this->channel}, 101, \$set, \$rel, '', \$ctl, \$own); }");
        $code->line('}');
        $code->line('}');
    }

    private function pressure(Writer $code, string $step, string $why): void
    {
        $code->line('if (Zones::isOfMember($s, $port, $ctl)) {');
        if ('drop' === $this->pressure) {
            $code->line($code->drop('drops pressure'));
        } elseif (null === $this->pressure || 'poly' === $this->pressure) {
            $poly = $code->owner()->continuationAs(Kind::PolyPressure);
            $code->line("\$flatKeys = Flatten::keysOf(\$s, {$step}, \$port, \$ch);");
            $code->line("if ([] === \$flatKeys) { {$code->drop('no note sounds there')} }");
            $code->line(
                "foreach (\$flatKeys as \$flatKey) { \$this->{$poly}(\$e, \$t, \$port, {$this->channel}, \$flatKey, \$v, \$rel, \$raw, \$ctl, \$own, \$ix); }",
            );
            $code->line('return 1;');
        } else {
            $code->line("if (!Flatten::pressure(\$s, {$step}, \$port, \$ch, \$v)) { {$code->dropFor($why)} }");
            if (null !== $this->pressureController) {
                $controller = $code->owner()->continuationAs(Kind::Cc);
                $code->line(
                    "return \$this->{$controller}(\$e, \$t, \$port, {$this->channel}, {$this->pressureController}, \$v, \$rel, \$raw, \$ctl, \$own, \$ix);",
                );
            }
        }
        $code->line('}');
    }
}

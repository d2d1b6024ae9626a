<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Span;

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
        return "flatten to channel {$this->channel}"
            .(null === $this->bend ? '' : " bend {$this->bend}")
            .(null === $this->priority ? '' : " priority {$this->priority}")
            .(null === $this->pressure ? '' : " pressure {$this->pressure}".(null === $this->pressureController ? '' : " {$this->pressureController}"))
            .(null === $this->timbre ? '' : " timbre {$this->timbre}".(null === $this->timbreController ? '' : " {$this->timbreController}"));
    }

    public function compile(RuleCode $code): void
    {
        $id = "'{$code->stepId()}:'.\$port";
        $range = $this->bend ?? self::DEFAULT_BEND;
        $priority = $this->priority ?? 'last';
        $code->line("\$flat = {$id};");
        if (Kind::Note === $code->kind) {
            $this->note($code, $range, $priority);
        } elseif (Kind::Bend === $code->kind) {
            $bend = "\$v = Flatten::bend(\$e, \$flat, \$port, \$ch, \$v, {$range});";
            $code->line($code->isOfZone() ? $bend : "if (Zones::has(\$s, \$port, \$ch)) { {$bend} }");
            $code->line("if (null === \$v) { {$code->dropFor('Flatten::reason($s, $flat, $port, $ch)')} }");
            $code->forget('$v');
        } elseif (Kind::Pressure === $code->kind) {
            $this->pressure($code);
        } elseif (Kind::Cc === $code->kind) {
            $code->line('if (Flatten::isSetting($n) && Zones::isOfMember($s, $port, $ctl)) {');
            $code->line($code->drop('stays in the zone'));
            $code->line('}');
            $code->line('if ('.self::TIMBRE.' === $n && Zones::isOfMember($s, $port, $ctl)) {');
            if ('drop' === $this->timbre) {
                $code->line($code->drop('drops timbre'));
            } else {
                $code->line("if (!Flatten::timbre(\$s, \$flat, \$ch, \$v)) { {$code->dropFor('Flatten::reason($s, $flat, $port, $ch)')} }");
                $code->line('$n = '.($this->timbreController ?? self::TIMBRE).';');
            }
            $code->line('}');
            $code->forget('$n');
        }
        if ($code->kind->hasChannel()) {
            $code->line("\$ch = {$this->channel};");
            $code->narrow('$ch', $this->channel, $this->channel);
        }
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function changesMessage(): bool
    {
        return true;
    }

    public function bendRange(): int
    {
        return $this->bend ?? self::DEFAULT_BEND;
    }

    private function note(RuleCode $code, int $range, string $priority): void
    {
        if (!$code->noteSends) {
            return;
        }
        $bend = $code->owner->continuationAs(Kind::Bend);
        $timbre = 'drop' === $this->timbre ? '' : $code->owner->continuationAs(Kind::Cc);
        $number = $this->timbreController ?? self::TIMBRE;
        $pressure = match ($this->pressure) {
            'cc' => $code->owner->continuationAs(Kind::Cc),
            'channel' => $code->owner->continuationAs(Kind::Pressure),
            default => '',
        };
        $settings = "[{$this->channel}, {$range}, '{$priority}', '{$bend}', '{$timbre}', {$number}, '{$pressure}', ".($this->pressureController ?? 0).']';
        $code->line("Flatten::noteOn(\$e, \$flat, \$t, \$port, \$ch, \$n, {$settings}, \$ctl, \$own);");
    }

    private function pressure(RuleCode $code): void
    {
        $code->line('if (Zones::isOfMember($s, $port, $ctl)) {');
        if ('drop' === $this->pressure) {
            $code->line($code->drop('drops pressure'));
        } elseif (null === $this->pressure || 'poly' === $this->pressure) {
            $poly = $code->owner->continuationAs(Kind::PolyPressure);
            $code->line('$flatKeys = Flatten::keysOf($s, $flat, $ch);');
            $code->line("if ([] === \$flatKeys) { {$code->drop('no note sounds there')} }");
            $code->line("foreach (\$flatKeys as \$flatKey) { \$this->{$poly}(\$e, \$t, \$port, {$this->channel}, \$flatKey, \$v, \$rel, \$raw, \$ctl, \$own); }");
            $code->line('return 1;');
        } else {
            $code->line("if (!Flatten::pressure(\$s, \$flat, \$ch, \$v)) { {$code->dropFor('Flatten::reason($s, $flat, $port, $ch)')} }");
            if (null !== $this->pressureController) {
                $controller = $code->owner->continuationAs(Kind::Cc);
                $code->line("return \$this->{$controller}(\$e, \$t, \$port, {$this->channel}, {$this->pressureController}, \$v, \$rel, \$raw, \$ctl, \$own);");
            }
        }
        $code->line('}');
    }
}

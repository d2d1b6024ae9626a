<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Deals notes out among voices; everything else goes to all the listed ports once.
 *
 *     spread over moths x 4, gulls x 4 fill steal none
 *     spread over stack channels 1..4
 */
final class SpreadStep extends Step
{
    private const MOST_VOICES = 128;

    /**
     * @param non-empty-list<SpreadUnit> $units with channels one
     */
    private function __construct(
        Span $span,
        private readonly array $units,
        private readonly ?NumberList $channels,
        private readonly ?Token $order,
        private readonly ?Token $steal,
    ) {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $cursor->expect('over');
        $units = [];
        $channels = null;
        do {
            $port = $cursor->name('an out port');
            if ([] === $units && null !== $cursor->accept('channels', 'channel')) {
                $channels = $cursor->numberList('a channel', 1, 16);
                $units[] = new SpreadUnit($port, \count($channels->numbers()));
                break;
            }
            $units[] = new SpreadUnit($port, self::voicesOf($cursor));
        } while (null !== $cursor->accept(','));
        $order = $cursor->accept('rotate', 'fill');
        $steal = null;
        if (null !== $cursor->accept('steal')) {
            $steal = $cursor->expect('oldest', 'none');
        }
        $cursor->expectEnd(...null === $order && null === $steal ? ['rotate', 'fill'] : [], ...null === $steal ? ['steal'] : []);

        return new self($span, $units, $channels, $order, $steal);
    }

    /**
     * `x 4`, also written `x4`.
     *
     * @throws RulebookError
     */
    private static function voicesOf(Cursor $cursor): int
    {
        $token = $cursor->peek();
        if (
            TokenType::Word === $token->type
            && 1 === preg_match('/^x(\d{1,3})$/D', $token->text, $match)
            && (int) $match[1] >= 1
            && (int) $match[1] <= self::MOST_VOICES
        ) {
            $cursor->next();

            return (int) $match[1];
        }
        $cursor->expect('x', '×');

        return $cursor->integer('a number of voices', 1, self::MOST_VOICES)->value;
    }

    public function print(): string
    {
        $over =
            null !== $this->channels
                ? "{$this->units[0]->port->text} channels {$this->channels->print()}"
                : implode(', ', array_map(static fn (SpreadUnit $unit): string => "{$unit->port->text} x {$unit->voices}", $this->units));

        return "spread over {$over}".
            (null === $this->order ? '' : ' '.$this->order->text).
            (null === $this->steal ? '' : ' steal '.$this->steal->text);
    }

    public function facts(): array
    {
        $facts = [Fact::HasEffect, Fact::BeginsNotes, Fact::TracksNotes, Fact::DealsNotes];

        return null === $this->channels ? $facts : [...$facts, Fact::KnowsZones];
    }

    public function compile(Writer $code): void
    {
        if (Kind::Note === $code->kind()) {
            if ($code->beginsNotes()) {
                $this->deal($code);
            }

            return;
        }
        if (null !== $this->channels) {
            $this->toChannels($code);

            return;
        }
        $sent = [];
        foreach ($this->units as $unit) {
            $port = $unit->port;
            if (!isset($sent[$port->text])) {
                $code->sender()->send($this->span->line, $code->declared()->portAt($port), '$ch');
            }
            $sent[$port->text] = true;
        }
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function references(): array
    {
        return array_map(static fn (SpreadUnit $unit): Reference => new Reference(Reference::OUT_PORT, $unit->port), $this->units);
    }

    public function voices(): int
    {
        return array_sum(array_column($this->units, 'voices'));
    }

    private function deal(Writer $code): void
    {
        $voices = [];
        foreach ($this->units as $unit) {
            [$port, $count] = [$unit->port, $unit->voices];
            $index = $code->declared()->portAt($port);
            foreach ($this->channels?->numbers() ?? array_fill(0, $count, 0) as $channel) {
                $voices[] = "[{$index}, {$channel}]";
            }
        }
        $table = $code->rawConstant('['.implode(', ', $voices).']');
        $fill = 'fill' === $this->order?->text ? 'true' : 'false';
        $steal = 'none' === $this->steal?->text ? 'false' : 'true';
        $code->sender()->at($this->span->line);
        $code->line(
            "if (!Voices::noteOn(\$e, '{$code->stepId()}', {$table}, {$fill}, {$steal}, \$t, \$port, \$ch, \$n, \$v, \$own, ".
                ($code->around()->isAbove(Fact::LeavesZone) ? '0' : '$ctl').
                ")) { {$code->drop('no voice is free')} }",
        );
    }

    /** What belongs to a note goes where it sounds, everything else to each channel. */
    private function toChannels(Writer $code): void
    {
        $outPort = $code->declared()->portAt($this->units[0]->port);
        $line = $this->span->line;
        if (!$code->kind()->hasChannel()) {
            $code->sender()->send($line, $outPort, '$ch');

            return;
        }
        $isOfNote = $this->goesToNote($code, $outPort);
        foreach ($this->channels?->numbers() ?? [] as $channel) {
            $code->sender()->send($line, $outPort, (string) $channel);
        }
        if ($isOfNote) {
            $code->line('}');
        }
    }

    /** Code for what may belong to a note; true when it ends with an "else {" for what does not. */
    private function goesToNote(Writer $code, int $outPort): bool
    {
        $step = $code->takes(Kind::Note) ? "'{$code->stepId()}'" : 'null';
        if (Kind::PolyPressure === $code->kind()) {
            $code->sender()->at($this->span->line);
            $code->line("if (!Voices::keyPressure(\$e, {$step}, \$t, {$outPort}, \$port, \$ctl, \$n, \$v)) {");

            return true;
        }
        if ($code->around()->isAbove(Fact::LeavesZone) || !\in_array($code->kind(), [Kind::Bend, Kind::Pressure, Kind::Cc], true)) {
            return false;
        }
        $condition = Kind::Cc === $code->kind() ? '74 === $n && ' : '';
        $code->line("if ({$condition}Zones::isOfMember(\$s, \$port, \$ctl)) {");
        $code->sender()->at($this->span->line);
        $code->line(
            "if (!Voices::toNotes(\$e, {$step}, \$t, {$outPort}, \$port, \$ctl, {$code->kind()->ordinal()}, \$v)) { {$code->drop(
                'kept for the next note',
                '',
            )} }",
        );
        $code->line('} else {');

        return true;
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Name;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Programs;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Chart\Special;
use ZigzagPost\Core\Rig\Chart\ZoneSide;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\Song;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Code\CalledProgram;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\LampMessage;
use ZigzagPost\Core\Rulebook\Code\Part;
use ZigzagPost\Core\Rulebook\Code\RestoreRecipe;
use ZigzagPost\Core\Rulebook\Code\Storing;
use ZigzagPost\Core\Rulebook\Code\Target;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** The devices of a rig, as rules name them: which bytes that is, by charts, settings and leads. */
final class RigDevices implements Devices
{
    private readonly Ways $ways;
    /** @var array<string, array{Token, list<string>}> devices that several ports reach, by place */
    private array $several = [];

    public function __construct(private readonly Setup $setup)
    {
        $this->ways = new Ways($setup);
    }

    public function control(Token $device, Token $title): array
    {
        $box = $this->box($device);
        $control = $this->controlOf($box, $title);
        $messages = [];
        foreach (self::messages($box, $control) as $message) {
            $kind =
                $message->kind->midi() ??
                throw new RulebookError($title->span, 'unknown-control', "\"{$control->name}\" sends pulses, which rules cannot take");
            if (Kind::Sysex === $kind) {
                throw new RulebookError($title->span, 'unknown-control', "\"{$control->name}\" sends system exclusive; take sysex from its port");
            }
            self::usable(
                $title,
                $message,
                $kind,
                "\"{$control->name}\" of {$box->name}",
                \in_array($control->assign, [Assign::Menu, Assign::Editor], true),
            );
            $sends = $box->sendsOf($message->kind);
            $ports = null === $sends ? [] : $this->ways->into($box, $sends->at, $message->kind);
            if ([] === $ports) {
                throw new RulebookError(
                    $title->span,
                    'no-way',
                    null === $sends
                        ? "the chart does not say that {$box->name} sends {$kind->value}"
                        : "nothing that {$box->name} sends as {$kind->value} comes to an in port; lay a lead from it to a port of the rulebook",
                );
            }
            $messages[] = $this->controlMessage(
                $box,
                $control,
                $message,
                $kind,
                $ports,
                $kind->hasChannel() ? $box->channel($message->channel ?? $sends->channel) : null,
            );
        }

        return [] === $messages
            ? throw new RulebookError(
                $title->span,
                'unknown-fact',
                "the chart does not say what \"{$control->name}\" of {$box->name} sends; press it once and write down what comes",
            )
            : $messages;
    }

    /**
     * What a device tells when hands move something on it that messages move as well: the same message, sent back.
     *
     * @return list<ControlMessage>
     */
    public function told(Device $box): array
    {
        $told = [];
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $message = $box->messageTo($parameter);
            $kind = $message?->kind->midi();
            $sends = null === $message ? null : $box->sendsOf($message->kind);
            if (null === $message || null === $kind || null === $sends || \in_array($kind, [Kind::Note, Kind::Program, Kind::Sysex], true)) {
                continue;
            }
            $ports = $this->ways->into($box, $sends->at, $message->kind);
            $channel = $box->channel($message->channel ?? $sends->channel);
            if ([] !== $ports) {
                $told[] = new ControlMessage(
                    $kind,
                    $message->number,
                    \is_int($channel) ? $channel : null,
                    $ports,
                    $parameter->raw[0],
                    $parameter->raw[1],
                    false,
                );
            }
        }

        return $told;
    }

    public function between(Token $device, Token $from, Token $to): array
    {
        $box = $this->box($device);
        $controls = $box->chart->surface->controls ?? [];
        [$first, $last] = [array_search($this->controlOf($box, $from), $controls, true), array_search($this->controlOf($box, $to), $controls, true)];
        if ($first > $last) {
            throw new RulebookError(
                $to->span,
                'unknown-control',
                "\"{$to->text}\" stands before \"{$from->text}\" in the chart; write the range in its order",
            );
        }
        $titles = [];
        foreach (\array_slice($controls, (int) $first, (int) $last - (int) $first + 1) as $control) {
            $titles[] = new Token($from->type, $control->name, $from->span->to($to->span), true);
        }

        return [] === $titles ? [$from] : $titles;
    }

    public function titled(Token $device, Token $title): string
    {
        $box = $this->setup->box($device->text);

        return $box?->control($title->text)->name ?? ($box?->parameter($title->text)->name ?? $title->text);
    }

    public function parameter(Token $device, Token $title): Target
    {
        $box = $this->box($device);
        $parameter = $box->parameter($title->text);
        if (null === $parameter) {
            throw self::unknown(
                $title,
                'unknown-parameter',
                "{$box->name} has no parameter",
                array_map(static fn (Parameter $each): string => $each->name, $box->chart->parameters ?? []),
            );
        }
        if (Reach::Hand === $parameter->reach) {
            throw new RulebookError($title->span, 'hand-only', "only hands can move \"{$parameter->name}\" of {$box->name}; put it on the cue sheet");
        }
        $message = $box->messageTo($parameter);
        $kind = $message?->kind->midi();
        $part = $box->partOf($parameter);
        if (null === $message || null === $kind || null === $part) {
            throw new RulebookError(
                $title->span,
                'unknown-fact',
                null === $part
                    ? "the chart does not say where {$box->name} hears"
                    : "the chart does not say which message moves \"{$parameter->name}\" of {$box->name}",
            );
        }
        if (\in_array($kind, [Kind::Tune, Kind::Sensing, Kind::TimeCode], true)) {
            throw new RulebookError(
                $title->span,
                'unknown-fact',
                "\"{$parameter->name}\" of {$box->name} is moved by {$kind->value}, which rules cannot send",
            );
        }
        self::usable(
            $title,
            $message,
            $kind,
            "\"{$parameter->name}\" of {$box->name}",
            \in_array($parameter->assign, [Assign::Menu, Assign::Learn], true),
        );
        $named = [];
        foreach ($parameter->named ?? [] as $value) {
            $named[Title::key($value->name)] = [$value->from, $value->to, $value->send];
        }

        return new Target(
            $box->name,
            $parameter->name,
            $this->portTo($device, $box, $part, $message->kind),
            $kind,
            $message->number,
            $kind->hasChannel() ? $this->channelTo($title, $box, $part, $message) : null,
            $parameter->raw[0],
            $parameter->raw[1],
            $parameter->centre,
            $named,
            $message->sysex,
            1000 * ($part->deafMs->program ?? 0),
            true === $parameter->stored,
        );
    }

    /**
     * A message of a chart that rules can send or take: everything of it is known, and is something that there is.
     *
     * @param bool $isPlanned whether the plan gives it a number
     *
     * @throws RulebookError
     */
    private static function usable(Token $title, Message $message, Kind $kind, string $what, bool $isPlanned): void
    {
        if (Kind::Sysex === $kind && 1 !== preg_match('/^F0(\s([0-7][0-9A-F]|\{(v|high|low)\}))*\sF7$/Di', (string) $message->sysex)) {
            throw new RulebookError(
                $title->span,
                'unknown-fact',
                "the chart does not say which system exclusive message moves {$what}, from F0 to F7; ask the box",
            );
        }
        $range = $kind->hasKey() ? [0, 127] : $kind->numberRange();
        if (null === $range) {
            return;
        }
        if (null === $message->number) {
            throw new RulebookError(
                $title->span,
                'unknown-fact',
                "nobody knows the number of {$kind->value} for {$what}; ".
                    ($isPlanned ? 'the plan gives it one' : 'ask the box, and write it into the chart'),
            );
        }
        if ($message->number < $range[0] || $message->number > $range[1]) {
            throw new RulebookError(
                $title->span,
                'unknown-fact',
                "there is no {$kind->value} {$message->number}, which the chart gives for {$what}; numbers go from {$range[0]} to {$range[1]}",
            );
        }
    }

    public function program(Token $device, Token $title): CalledProgram
    {
        $box = $this->box($device);
        $programs = $this->programsOf($box, $title);
        $found = ProgramNames::find($box, $programs, $title->text);
        if (1 < \count($found)) {
            throw new RulebookError(
                $title->span,
                'unknown-program',
                \count($found)." programs of {$box->name} are called \"{$title->text}\"; write what the device shows, or rename one",
            );
        }
        if ([] === $found) {
            throw self::unknown($title, 'unknown-program', "{$box->name} has no program", ProgramNames::titles($box, $programs));
        }
        $bytes = $found[0] instanceof Special ? [$found[0]->msb, $found[0]->lsb, $found[0]->program] : $this->bytes($box, $programs, $found[0]);
        if (null === $bytes) {
            throw new RulebookError($title->span, 'unknown-fact', "the chart does not say which bytes call \"{$title->text}\" of {$box->name}");
        }

        return $this->called($device, $title, $box, $bytes);
    }

    public function programs(Token $device): array
    {
        $box = $this->box($device);
        $programs = $this->programsOf($box, $device);
        $numbered = [];
        $any = null;
        foreach (ProgramNames::numbered($programs) as $number => $ordinal) {
            $bytes = $this->bytes($box, $programs, $ordinal);
            if (null !== $bytes) {
                $any ??= $this->called($device, $device, $box, $bytes);
                $numbered[$number] = new CalledProgram(
                    $any->device,
                    $any->port,
                    $any->channel,
                    $bytes[0],
                    $bytes[1],
                    $bytes[2],
                    $any->deafUs,
                    $any->cutsOnRepeat,
                );
            }
        }

        return [] === $numbered
            ? throw new RulebookError(
                $device->span,
                'unknown-program',
                "{$box->name} shows no programs by number, or the chart does not say which bytes call them",
            )
            : $numbered;
    }

    public function several(): array
    {
        return array_values($this->several);
    }

    public function storing(): array
    {
        $storing = [];
        $several = $this->several;
        foreach ($this->setup->boxes as $box) {
            $token = new Token(TokenType::Word, $box->name, new Span(1, 1), true);
            $programs = $box->chart->programs;
            $targets = array_values(
                array_filter(
                    array_map(
                        fn (Parameter $parameter): ?Target => true === $parameter->stored
                            ? $this->attempt(
                                fn (): Target => $this->parameter($token, new Token(TokenType::Text, $parameter->name, $token->span, true)),
                            )
                            : null,
                        $box->chart->parameters ?? [],
                    ),
                ),
            );
            $any = null === $programs ? null : $this->attempt(fn (): CalledProgram => $this->called($token, $token, $box, [null, null, 0]));
            if (null === $programs || null === $any || [] === $targets) {
                continue;
            }
            $known = [];
            foreach ($box->unit->programs ?? [] as $ordinal => $program) {
                $bytes = $this->bytes($box, $programs, (int) $ordinal);
                if (null !== $bytes && null !== $program->stores) {
                    $known[] = [...$bytes, $program->stores];
                }
            }
            $storing[] = new Storing($any->port, $any->channel, $targets, $known);
        }
        $this->several = $several; // nobody has named these

        return $storing;
    }

    public function songs(): array
    {
        return array_map(static fn (Song $song): ?string => $song->scenes[0] ?? null, $this->setup->rig->show?->order() ?? []);
    }

    public function songIds(): array
    {
        return array_map(static fn (Song $song): string => $song->id, $this->setup->rig->show?->order() ?? []);
    }

    public function whole(Token $device): RestoreRecipe
    {
        $box = $this->box($device);
        $called =
            null === $box->chart->programs ? null : $this->attempt(fn (): CalledProgram => $this->called($device, $device, $box, [null, null, 0]));
        $isByHand = static fn (Parameter $parameter): bool => false === $parameter->behaviour?->canBeSentAgain();
        $byHand = array_values(array_filter($box->chart->parameters ?? [], $isByHand));
        $restored = array_filter($box->chart->parameters ?? [], static fn (Parameter $parameter): bool => !$isByHand($parameter));
        $targets = array_values(
            array_filter(
                array_map(
                    fn (Parameter $parameter): ?Target => $this->attempt(
                        fn (): Target => $this->parameter($device, new Token(TokenType::Text, $parameter->name, $device->span, true)),
                    ),
                    $restored,
                ),
                static fn (?Target $target): bool => null !== $target
                    && $target->hasValue()
                    && !\in_array($target->kind, [Kind::Note, Kind::Program, Kind::Sysex], true),
            ),
        );
        $port = $called->port ?? ($targets[0]->port ?? null);
        if (null === $port) {
            $port = $this->portTo($device, $box, $this->partThatHears($device, $box, KindName::Cc), KindName::Cc);
        }

        return new RestoreRecipe(
            $box->name,
            $port,
            $called?->channel,
            $called->deafUs ?? 0,
            $targets,
            array_map(static fn (Parameter $parameter): string => $parameter->name, $byHand),
        );
    }

    public function wholes(): array
    {
        $nowhere = new Span(1, 1);
        $names = array_diff($this->setup->names(), [LeadEnd::POST]);

        return array_values(
            array_filter(
                array_map(
                    fn (string $name): ?RestoreRecipe => $this->attempt(
                        fn (): RestoreRecipe => $this->whole(new Token(TokenType::Word, $name, $nowhere, true)),
                    ),
                    $names,
                ),
            ),
        );
    }

    public function part(Token $device, int $part): Part
    {
        $box = $this->box($device);
        $hears = $box->chart->hears[$part - 1] ?? null;
        if (null === $hears) {
            $count = \count($box->chart->hears ?? []);
            throw new RulebookError(
                $device->span,
                'unknown-part',
                0 === $count
                    ? "the chart does not say where {$box->name} hears"
                    : "{$box->name} has {$count} part".(1 === $count ? '' : 's').", not {$part}",
            );
        }
        if (null !== $hears->zone) {
            throw new RulebookError(
                $device->span,
                'needs-fan-out',
                "{$box->name} answers as an MPE zone; use \"fan out\" to its port instead of \"play\"",
            );
        }
        $port = $this->portTo($device, $box, $hears, KindName::Note);
        $channel = $box->channel($hears->channel);
        if (null === $channel && self::hearsChannels($hears)) {
            throw new RulebookError($device->span, 'unknown-fact', "nobody knows on which channel {$box->name} answers; ask the box");
        }

        return new Part($port, \is_int($channel) ? $channel : null, self::hearsChannels($hears));
    }

    public function lamp(Token $device, Token $title): LampMessage
    {
        $box = $this->box($device);
        $control = $this->controlOf($box, $title);
        $lamp =
            $control->lamp ??
            throw new RulebookError($title->span, 'unknown-control', "the chart gives \"{$control->name}\" of {$box->name} no lamp");
        $message = $lamp->message;
        $kind = $message->kind->midi();
        if (null === $kind || !\in_array($kind, [Kind::Cc, Kind::Note, Kind::Program, Kind::Cc14, Kind::Nrpn, Kind::PolyPressure], true)) {
            throw new RulebookError(
                $title->span,
                'unknown-control',
                "the lamp of \"{$control->name}\" is lit by {$message->kind->value}, which is not known how to send",
            );
        }
        $part = $this->partThatHears($device, $box, $message->kind);
        $colour = ($box->unit->labels[$control->name] ?? null)?->colour;
        $on = $lamp->colours[$colour ?? ''] ?? (array_values($lamp->colours)[0] ?? 127);
        $channel = $box->channel($message->channel ?? $part->channel);

        return new LampMessage(
            $control->name,
            $this->portTo($device, $box, $part, $message->kind),
            $kind,
            $message->number ?? 0,
            \is_int($channel) ? $channel : 1,
            $lamp->off,
            $on,
            $lamp->colours,
        );
    }

    /**
     * Of several parts the first that receives a kind and has a way from a port; else the first that receives it, else the first.
     *
     * @throws RulebookError
     */
    private function partThatHears(Token $device, Device $box, KindName $kind): Hears
    {
        $parts = $box->chart->hears ?? [];
        $receiving = array_values(array_filter($parts, static fn (Hears $part): bool => false !== $box->understands($part, $kind)));
        foreach ($receiving as $part) {
            if ([] !== $this->ways->to($box, $part->at, $kind)) {
                return $part;
            }
        }

        return $receiving[0] ?? ($parts[0] ?? throw new RulebookError($device->span, 'no-way', "the chart does not say where {$box->name} hears"));
    }

    public function lamps(Token $device): array
    {
        $box = $this->box($device);
        $lamps = [];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            if (null !== $control->lamp) {
                $lamps[$control->name] = $this->lamp($device, new Token($device->type, $control->name, $device->span, true));
            }
        }

        return [] === $lamps ? throw new RulebookError($device->span, 'unknown-control', "the chart gives {$box->name} no lamps") : $lamps;
    }

    /**
     * @template T of object
     *
     * @param \Closure(): T $what
     *
     * @return T|null null where the rig does not have it
     */
    private function attempt(\Closure $what): ?object
    {
        try {
            return $what();
        } catch (RulebookError) {
            return null;
        }
    }

    private function box(Token $device): Device
    {
        $box = $this->setup->box($device->text);
        if (null === $box || $box->isPost()) {
            throw self::unknown($device, 'unknown-device', 'the rig has no device', array_values(array_diff($this->setup->names(), [LeadEnd::POST])));
        }

        return $box;
    }

    private function controlOf(Device $box, Token $title): Control
    {
        return $box->control($title->text) ??
            throw self::unknown(
                $title,
                'unknown-control',
                "{$box->name} has no control",
                array_map(static fn (Control $each): string => $each->name, $box->chart->surface->controls ?? []),
            );
    }

    /** @return list<Message> what a control sends, each kind and number once */
    public static function messages(Device $box, Control $control): array
    {
        if (isset($box->unit->assigned[$control->name])) {
            return [$box->unit->assigned[$control->name]->message];
        }
        $messages = [];
        foreach ($control->sends ?? [] as $sends) {
            $messages["{$sends->message->kind->value} {$sends->message->number}"] ??= $sends->message;
        }

        return array_values($messages);
    }

    /** @param non-empty-list<string> $ports */
    private function controlMessage(
        Device $box,
        Control $control,
        Message $message,
        Kind $kind,
        array $ports,
        int|string|null $channel,
    ): ControlMessage {
        $range = $kind->valueRange() ?? [0, 127];
        $measured = $box->unit->measured[$control->name] ?? null;
        [$first, $last] = null === $measured ? $message->values ?? $range : [$measured->heel, $measured->toe];
        $isAlone = true;
        foreach ($box->chart->surface->controls ?? [] as $other) {
            foreach ($other === $control ? [] : self::messages($box, $other) as $same) {
                $isAlone =
                    $isAlone
                    && !(
                        $same->kind === $message->kind
                        && $same->number === $message->number
                        && $box->channel($same->channel ?? ($box->sendsOf($same->kind)->channel ?? null)) === $channel
                    );
            }
        }

        return new ControlMessage(
            $kind,
            $message->number,
            \is_int($channel) ? $channel : null,
            $ports,
            $first,
            $last,
            $control->sort->isTwoState(),
            $isAlone || null === $message->values || Kind::Note === $kind ? null : [$last, $last],
        );
    }

    private function portTo(Token $device, Device $box, Hears $part, KindName $kind): string
    {
        $ports = $this->ways->to($box, $part->at, $kind);
        if ([] === $ports) {
            throw new RulebookError($device->span, 'no-way', "no out port of the rulebook leads to {$box->name}; lay a lead from a port to it");
        }
        if (1 < \count($ports)) {
            $this->several["{$device->span->line}:{$device->span->column}"] = [$device, $ports];
        }

        return $ports[0];
    }

    private function channelTo(Token $title, Device $box, Hears $part, Message $message): int
    {
        $channel = $box->channel($message->channel ?? $part->channel);
        if (null === $message->channel && null !== $part->zone) {
            return ZoneSide::Lower === $part->zone->side ? 1 : 16;
        }
        if (null === $channel) {
            $setting = $part->channel instanceof ChannelOf ? $part->channel->setting : null;
            throw new RulebookError(
                $title->span,
                'unknown-fact',
                "nobody knows on which channel {$box->name} answers".(null === $setting ? '' : "; ask the box for {$setting}"),
            );
        }

        return \is_int($channel) ? $channel : 1;
    }

    private function programsOf(Device $box, Token $at): Programs
    {
        return $box->chart->programs ?? throw new RulebookError($at->span, 'unknown-program', "the chart of {$box->name} says nothing of programs");
    }

    /** @return array{int|null, int|null, int}|null */
    private function bytes(Device $box, Programs $programs, int $ordinal): ?array
    {
        foreach ($box->unit->programMap ?? [] as $row) {
            $place = array_pop($row);
            $numbers = array_map(static fn (int|string $each): ?int => \is_int($each) ? $each : null, $row);
            $program = array_pop($numbers);
            if ($place === $ordinal && null !== $program) {
                return [$numbers[0] ?? null, $numbers[1] ?? null, $program];
            }
        }
        $bytes = $programs->bytes($ordinal);

        return null === $bytes ? null : ('never' === $programs->bankSend?->value ? [null, null, $bytes[2]] : $bytes);
    }

    /** @param array{int|null, int|null, int} $bytes */
    private function called(Token $device, Token $title, Device $box, array $bytes): CalledProgram
    {
        $part = null;
        foreach ($box->chart->hears ?? [] as $each) {
            $part ??= true === $box->hears($each, KindName::Program) ? $each : null;
        }
        foreach ($box->chart->hears ?? [] as $each) {
            $part ??= null === $box->hears($each, KindName::Program) ? $each : null;
        }
        foreach ($box->chart->hears ?? [] as $each) {
            $part ??= \is_string($each->kinds[KindName::Program->value] ?? null) ? $each : null; // it would, if it were switched on
        }
        if (null === $part) {
            throw new RulebookError($device->span, 'no-way', "the chart does not say that {$box->name} hears program changes");
        }

        return new CalledProgram(
            $box->name,
            $this->portTo($device, $box, $part, KindName::Program),
            $this->channelTo($title, $box, $part, new Message(KindName::Program)),
            $bytes[0],
            $bytes[1],
            $bytes[2],
            1000 * ($part->deafMs->program ?? 0),
            true === $box->chart->programs?->repeatCuts,
        );
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

    /** @param list<string> $titles */
    private static function unknown(Token $title, string $code, string $what, array $titles): RulebookError
    {
        $nearest = Title::nearest($title->text, $titles);
        $isName = 'unknown-device' === $code;
        $hint =
            null !== $nearest
                ? '; did you mean '.($isName ? $nearest : "\"{$nearest}\"").'?'
                : ([] === $titles
                    ? ''
                    : '; there are '.implode(', ', \array_slice($titles, 0, 8)));

        return new RulebookError(
            $title->span,
            $code,
            "{$what} ".($isName ? $title->text : "\"{$title->text}\"").$hint,
            null === $nearest ? null : ($isName ? $nearest : "\"{$nearest}\""),
        );
    }
}

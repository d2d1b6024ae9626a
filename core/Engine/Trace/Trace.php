<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Trace;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Book\RuleHeading;
use ZigzagPost\Core\Engine\State\Places;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\Words;

/**
 * Writes down for each message what became of it: the rules it went through, what they changed, where it left.
 *
 * @phpstan-type Made array{line: int, timeUs: int, port: string, bytes: string, text: string, brief: string, channel: int|null,
 *     remark: string|null, voice: int|null}
 * @phpstan-type Mark array{line: int, field: string, was: string, now: string, brief: string}
 * @phpstan-type Tear array{line: int, how: string, reason: string}
 * @phpstan-type Visit array{rule: int, title: string, line: int, marks: list<Mark>, outs: list<Made>, tear: Tear|null}
 * @phpstan-type TraceRecord array{seq: int, timeUs: int, port: string, bytes: string, text: string, brief: string, channel: int|null,
 *     fate: string, reason: string|null, visits: list<Visit>, due: list<int>}
 * @phpstan-type Late array{of: int, rule: int, timeUs: int, port: string, bytes: string, text: string, brief: string, channel: int|null,
 *     remark: string|null, voice: int|null}
 *
 * @phpstan-import-type Origin from \ZigzagPost\Core\Engine\State\State
 * @phpstan-import-type Two from \ZigzagPost\Core\Engine\State\State
 */
final class Trace
{
    public const DELIVERED = 'delivered';
    public const DROPPED = 'dropped';
    public const REJECTED = 'rejected';
    public const UNCLAIMED = 'unclaimed';
    /** Taken by a rule that had nothing to send, such as one that stores a memory. */
    public const HANDLED = 'handled';

    /** Stands for a rule that the rulebook has no more, but whose notes sound on. */
    public const FORMER_RULE = -2;

    /** Why a value that was held back did not go out. */
    public const REPLACED = 'a later value took its place';

    /** @var list<TraceRecord> finished and not yet taken */
    private array $records = [];
    /** @var list<Late> */
    private array $late = [];
    /** @var array<int, int> records that have more to send, and when the last of it is due */
    private array $pending = [];
    /** @var list<int> records whose held-back value a later one has replaced */
    private array $replaced = [];
    /** What is to be said of the message that goes out next. */
    private ?string $remark = null;
    private ?int $voice = null;
    /** @var TraceRecord|null */
    private ?array $current = null;
    /** Before the next step. */
    private SeenMessage $before;
    private int $seq = 0;
    private int $line = 0;
    private bool $isUnclaimed = false;
    /** @var Origin|null what something due now goes back to */
    private ?array $origin = null;
    /** @var array<int|string, array<int|string, int>> rules by owner and what it ends */
    private array $owners = [];

    /** @var array<int|string, list<int>> rules that a held key went through */
    private array $takers = [];

    private readonly Words $words;

    public function __construct(private readonly CompiledBook $book)
    {
        $this->words = $book->words();
        $this->before = new SeenMessage();
    }

    /**
     * What was written down since the last call.
     */
    public function take(): TakenTrace
    {
        $taken = new TakenTrace($this->records, $this->late, $this->pending, $this->replaced);
        $this->records = [];
        $this->late = [];
        $this->pending = [];
        $this->replaced = [];

        return $taken;
    }

    public function begin(int $t, int $port, string $raw): void
    {
        $this->isUnclaimed = false;
        $this->current = [
            'seq' => ++$this->seq,
            'timeUs' => $t,
            'port' => $this->book->ports()[$port],
            'bytes' => Bytes::toHex($raw),
            'text' => $this->words->of($raw),
            'brief' => $this->words->brief($raw),
            'channel' => self::channelOf($raw),
            'fate' => self::HANDLED,
            'reason' => null,
            'visits' => [],
            'due' => [],
        ];
    }

    /** A controller that is a part of a group: it is told for itself, and then the group. */
    public function part(int $t, int $port, string $raw): void
    {
        $this->begin($t, $port, $raw);
        if (null !== $this->current) {
            $this->current['reason'] = 'part of a parameter message or controller pair';
        }
        $this->finish();
    }

    /**
     * A group that was put together from several controllers.
     *
     * @param string $bytes as they make it up, the selection of a parameter included
     */
    public function beginGroup(int $t, int $port, string $bytes, int $kind, int $ch, int $n, int $v): void
    {
        $this->begin($t, $port, $bytes);
        if (null !== $this->current) {
            $this->current['text'] = $this->words->fields(Kind::cases()[$kind], $n, $v).", channel {$ch}";
            [$this->current['brief'], $this->current['channel']] = [$this->words->briefFields(Kind::cases()[$kind], $n, $v), $ch];
        }
    }

    /** A press that may become one of several gestures. */
    public function waits(int $rule): void
    {
        $this->visit($rule);
        $this->says('waits to see which gesture it is');
    }

    /** A message that belongs to a gesture, and means nothing by itself. */
    public function partOfGesture(int $rule): void
    {
        $this->visit($rule);
        $this->says('part of a gesture');
    }

    /**
     * A gesture that was made out of several messages: they are told for themselves, and then the gesture.
     *
     * @param string $raw the press as it came
     * @param int $rule the first that wants gestures of this control
     */
    public function beginGesture(int $t, int $port, string $raw, string $gesture, int $rule): void
    {
        if (null !== $this->current) {
            $this->partOfGesture($rule);
            $this->finish();
        }
        $this->begin($t, $port, $raw);
        if (null !== $this->current) {
            $this->current['text'] = "{$gesture}: {$this->current['text']}";
            $this->current['brief'] = "{$gesture}: {$this->current['brief']}";
        }
    }

    /** The message ends at a rule before any of its steps. */
    public function drops(int $rule, string $reason): void
    {
        $this->visit($rule);
        $this->tear($this->line, self::DROPPED, $reason);
    }

    /** A press that chooses a member of a group, or none. */
    public function chooses(string $group, int $member): void
    {
        $this->says(0 === $member ? "chooses none of {$group}" : "chooses {$member} of {$group}");
    }

    private function says(string $reason): void
    {
        if (null !== $this->current) {
            $this->current['reason'] = $reason;
        }
    }

    /** Something that a step says of the message, such as the voice it chose. */
    public function tell(string $field, string $was, string $now): void
    {
        if (null !== $this->current && [] !== $this->current['visits']) {
            $this->current['visits'][\count($this->current['visits']) - 1]['marks'][] = [
                'line' => $this->line,
                'field' => $field,
                'was' => $was,
                'now' => $now,
                'brief' => ('channel' === $field ? 'ch' : $field)." {$was} → {$now}",
            ];
        }
    }

    public function finish(): void
    {
        if (null === $this->current) {
            return;
        }
        $fate = $this->fate($this->current);
        $this->current['fate'] = $fate->fate;
        $this->current['reason'] = $this->current['reason'] ?? $fate->reason;
        $this->records[] = $this->current;
        $this->current = null;
    }

    public function unclaimed(): void
    {
        $this->isUnclaimed = true;
    }

    public function enter(int $rule, int $kind, int $ch, int $n, int $v): void
    {
        $this->visit($rule);
        $this->before = new SeenMessage($kind, $ch, $n, $v);
    }

    /** After a step that may have changed the message. */
    public function after(int $line, int $kind, int $ch, int $n, int $v): void
    {
        $now = new SeenMessage($kind, $ch, $n, $v);
        if (null !== $this->current && [] !== $this->current['visits'] && $this->before != $now) {
            $last = \count($this->current['visits']) - 1;
            foreach ($this->changes(Kind::cases()[$kind], $now) as $change) {
                $this->current['visits'][$last]['marks'][] = [
                    'line' => $line,
                    'field' => $change->field,
                    'was' => $change->was,
                    'now' => $change->now,
                    'brief' => $change->brief,
                ];
            }
        }
        $this->before = $now;
    }

    /** The line of the step that sends next. */
    public function at(int $line): void
    {
        $this->line = $line;
    }

    public function tear(int $line, string $how, string $reason): void
    {
        if (null !== $this->current && [] !== $this->current['visits']) {
            $this->current['visits'][\count($this->current['visits']) - 1]['tear'] = ['line' => $line, 'how' => $how, 'reason' => $reason];
        }
    }

    /** The voice that the note takes which goes out next, counted from 1. */
    public function takesVoice(int $voice): void
    {
        [$this->remark, $this->voice] = ["voice {$voice}", $voice];
    }

    /** The note that goes out next ends to make way for another. */
    public function makesWay(): void
    {
        $this->remark = 'makes way';
    }

    public function forgetRemark(): void
    {
        $this->remark = $this->voice = null;
    }

    public function out(int $t, int $port, string $bytes): void
    {
        $isPulse = '' === $bytes;
        $this->left(
            $t,
            $port,
            $bytes,
            $isPulse ? 'pulse' : $this->words->of($bytes),
            $isPulse ? 'pulse' : $this->words->brief($bytes),
            $isPulse ? null : self::channelOf($bytes),
        );
    }

    private static function channelOf(string $bytes): ?int
    {
        $status = \ord($bytes[0] ?? "\0");

        return $status >= 0x80 && $status < 0xF0 ? ($status & 0x0F) + 1 : null;
    }

    private function left(int $t, int $port, string $bytes, string $text, string $brief, ?int $channel): void
    {
        $made = [
            'timeUs' => $t,
            'port' => $this->book->ports()[$port],
            'bytes' => Bytes::toHex($bytes),
            'text' => $text,
            'brief' => $brief,
            'channel' => $channel,
            'remark' => $this->remark,
            'voice' => $this->voice,
        ];
        $this->forgetRemark();
        if (null !== $this->current && [] !== $this->current['visits']) {
            $this->current['visits'][\count($this->current['visits']) - 1]['outs'][] = ['line' => $this->line] + $made;
        } else {
            $this->late[] = ['of' => $this->origin[0] ?? 0, 'rule' => $this->origin[1] ?? -1] + $made;
        }
    }

    /** @param list<string> $messages */
    public function together(int $t, int $port, array $messages, int $kind, int $ch, int $n, int $v): void
    {
        $of = Kind::cases()[$kind];
        $text = $this->words->fields($of, $n, $v).", channel {$ch}";
        $this->left($t, $port, implode('', $messages), $text, $this->words->briefFields($of, $n, $v), $ch);
    }

    /** A message waits, and may be replaced by a later one of the same control. */
    public function heldBack(int $t): void
    {
        if (null !== $this->current) {
            $this->current['reason'] = 'held back for a moment; the latest goes out';
            $this->current['due'][] = $t;
        }
    }

    /** @param Origin|null $origin the message that was held back, and will not go out now */
    public function replaces(?array $origin): void
    {
        if (null !== $origin) {
            $this->replaced[] = $origin[0];
        }
    }

    public function later(int $t): void
    {
        if (null !== $this->current) {
            $this->current['due'][] = $t;
        } elseif (null !== $this->origin) {
            $this->pending[$this->origin[0]] = max($this->pending[$this->origin[0]] ?? $t, $t);
        }
    }

    /** @return Origin|null the message and rule now at work, for what will be due later */
    public function originNow(): ?array
    {
        if (null === $this->current || [] === $this->current['visits']) {
            return $this->origin;
        }

        return [$this->current['seq'], $this->current['visits'][\count($this->current['visits']) - 1]['rule']];
    }

    /** @param Origin|null $origin */
    public function resume(?array $origin): void
    {
        $this->origin = $origin;
    }

    public function owns(int|string $own, int|string $key): void
    {
        $this->owners[$own][$key] = $this->originNow()[1] ?? -1;
    }

    public function ends(int|string $own, int|string $key): void
    {
        $rule = $this->owners[$own][$key] ?? -1;
        if (
            null !== $this->current
            && -1 !== $rule
            && ([] === $this->current['visits'] || $this->current['visits'][\count($this->current['visits']) - 1]['rule'] !== $rule)
        ) {
            $this->visit($rule);
        }
    }

    public function ended(int|string $own): void
    {
        if (null !== $this->current && [] === $this->current['visits'] && isset($this->takers[$own])) {
            $this->current['reason'] = 'this rule has nothing to do when the key is let go';
            foreach ($this->takers[$own] as $rule) {
                $this->visit($rule);
            }
        }
        unset($this->owners[$own], $this->takers[$own]);
    }

    /** Keeps which rules a note went through, for the release that will come. */
    public function taken(int|string $own): void
    {
        $rules = array_column($this->current['visits'] ?? [], 'rule');
        $this->takers[$own] = array_values(array_unique([...$this->takers[$own] ?? [], ...$rules]));
    }

    public function stillHeld(int $note): void
    {
        if (null !== $this->current) {
            $this->current['reason'] = $this->words->key($note & 0x7F).' sounds on: another key holds it';
        }
    }

    /** @return array<mixed> */
    public function save(): array
    {
        return ['seq' => $this->seq, 'owners' => $this->owners, 'takers' => $this->takers];
    }

    /** @param array<mixed> $saved what save() gives, or gave before there were names in it */
    public function restore(array $saved): void
    {
        $saved = 3 === \count($saved) && array_is_list($saved) ? array_combine(['seq', 'owners', 'takers'], $saved) : $saved;
        /** @var array{seq?: int, owners?: array<int|string, array<int|string, int>>, takers?: array<int|string, list<int>>} $saved */
        [$this->seq, $this->owners, $this->takers] = [$saved['seq'] ?? 0, $saved['owners'] ?? [], $saved['takers'] ?? []];
    }

    /** Goes on where the trace of another rulebook ends: notes that sound on belong to the rules of the same title. */
    public function goOnFrom(self $trace, Places $places): void
    {
        $this->seq = $trace->seq;
        $taken = $trace->take();
        [$this->records, $this->late] = [$taken->records, $taken->late];
        foreach ($trace->owners as $own => $begun) {
            $newOwn = \is_int($own) ? $places->note($own) : $places->owner($own);
            foreach (null === $newOwn ? [] : $begun as $key => $rule) {
                $note = \is_int($key) ? $places->note($key) : null;
                if (null !== $note) {
                    $this->owners[$newOwn][$note] = $places->rules[$rule] ?? self::FORMER_RULE;
                }
            }
        }
    }

    private function visit(int $rule): void
    {
        if (null !== $this->current) {
            $heading = $this->book->rules()[$rule] ?? new RuleHeading('a rule that is gone', 0, -1);
            $this->current['visits'][] = ['rule' => $rule, 'title' => $heading->title, 'line' => $heading->line, 'marks' => [], 'outs' => [], 'tear' => null];
            $this->line = $heading->line;
        }
    }

    /** @param TraceRecord $record */
    private function fate(array $record): Fate
    {
        if ($this->isUnclaimed) {
            return new Fate(self::UNCLAIMED, 'no rule took it');
        }
        $tear = null;
        foreach ($record['visits'] as $visit) {
            if ([] !== $visit['outs']) {
                return new Fate(self::DELIVERED);
            }
            $tear = $visit['tear'] ?? $tear;
        }
        if ([] !== $record['due']) {
            return new Fate(self::DELIVERED);
        }

        return null === $tear ? new Fate(self::HANDLED) : new Fate($tear['how'], $tear['reason']);
    }

    /** @return list<FieldChange> */
    private function changes(Kind $kind, SeenMessage $now): array
    {
        $was = $this->before;
        $changes = [];
        if ($was->kind !== $now->kind) {
            $changes[] = new FieldChange(
                'message',
                $this->words->fields(Kind::cases()[$was->kind], $was->number, $was->value),
                $this->words->fields($kind, $now->number, $now->value),
                '→ '.$this->words->address($kind, $now->number),
            );
        } elseif ($was->number !== $now->number) {
            $changes[] = $kind->hasKey()
                ? self::changed('key', 'key', $this->words->key($was->number), $this->words->key($now->number))
                : self::changed('number', 'no.', (string) $was->number, (string) $now->number);
        }
        if ($was->kind === $now->kind && $was->value !== $now->value) {
            $field =
                Kind::Note === $kind ? 'velocity' : (\in_array($kind, [Kind::Program, Kind::Bend, Kind::Pressure], true) ? $kind->value : 'value');
            $changes[] = self::changed($field, 'velocity' === $field ? 'vel' : $field, (string) $was->value, (string) $now->value);
        }
        if ($was->channel !== $now->channel && $kind->hasChannel()) {
            $changes[] = self::changed('channel', 'ch', 0 === $was->channel ? '' : (string) $was->channel, (string) $now->channel);
        }

        return $changes;
    }

    private static function changed(string $field, string $brief, string $was, string $now): FieldChange
    {
        return new FieldChange($field, $was, $now, "{$brief} {$was} → {$now}");
    }
}

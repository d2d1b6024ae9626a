<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\TitleRange;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Says which messages a rule is for.
 *
 *     take note key 0..59 channel 1
 *     copy cc 1, 7, program where value > 3
 *     take cc 20..23 changed
 *     take cc 20..23 held 600ms
 *     take treadle "Switch 1".."Switch 4"
 */
final readonly class Selector
{
    public const ANY = 'any';
    public const MPE = 'mpe';

    private const MOST_KINDS = 100;
    public const LISTS = ['channel', 'key', 'velocity', 'value'];

    /**
     * @param list<SelectedKind> $kinds
     * @param array<string, NumberList> $lists by condition
     * @param list<TitleRange> $titles controls of the device, each from one to another; there are kinds once it is known what they send
     * @param list<string>|null $ports in ports where its controls come in; null for those of the rule
     * @param int|null $place the place in the list of titles, where the kinds do not say
     */
    private function __construct(
        public Span $span,
        public bool $isCopy,
        public array $kinds,
        public array $lists,
        /** What the hand does, if that matters. */
        public ?Gesture $gesture,
        /** Whether it asks for values that differ from the last one of the same control. */
        public bool $changed,
        public ?Expression $where,
        public ?Token $device = null,
        public array $titles = [],
        public ?array $ports = null,
        public ?int $place = null,
    ) {
    }

    /** The same, whatever the hand does. */
    public function withoutGesture(): self
    {
        return new self(
            $this->span,
            $this->isCopy,
            $this->kinds,
            $this->lists,
            null,
            $this->changed,
            $this->where,
            $this->device,
            $this->titles,
            $this->ports,
            $this->place,
        );
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor, Token $verb): self
    {
        $kinds = [];
        $device = null;
        $titles = [];
        if (TokenType::Word === $cursor->peek()->type && TokenType::Text === $cursor->peekAfter()->type && !$cursor->peek()->is(...self::words())) {
            $device = $cursor->next();
            $titles = $cursor->titles('the title of a control');
        }
        while (null === $device) {
            $kinds[] = self::kind($cursor);
            if (\count($kinds) > self::MOST_KINDS) {
                throw new RulebookError(
                    $cursor->peek()->span,
                    'too-large',
                    'a line names at most 100 kinds of message; put several numbers in one list, such as "cc 1, 7, 11..14"',
                );
            }
            if (null === $cursor->accept(',')) {
                break;
            }
        }
        $lists = [];
        $changed = false;
        $where = null;
        $gesture = self::gesture($cursor, $verb, $kinds, null);
        while (null === $where && null !== ($condition = $cursor->accept('where', ...$changed ? [] : ['changed', ...self::LISTS]))) {
            if ($condition->is('where')) {
                $where = ExpressionParser::parse($cursor);
            } elseif ($condition->is('changed')) {
                $changed = true;
                self::needValues($kinds);
            } elseif (isset($lists[$condition->text])) {
                throw new RulebookError($condition->span, 'duplicate', "\"{$condition->text}\" stands twice; write one list");
            } else {
                $lists[$condition->text] = match ($condition->text) {
                    'channel' => $cursor->numberList('a channel', 1, 16),
                    'value' => $cursor->numberList('a value', -8192, 65536),
                    'key' => $cursor->numberList('a key', 0, 127),
                    default => $cursor->numberList('a velocity', 0, 127),
                };
                $gesture = self::gesture($cursor, $verb, $kinds, $gesture);
            }
        }
        if ($changed && null !== $gesture) {
            throw new RulebookError($verb->span, 'no-value', '"changed" is for values; a gesture has none');
        }
        if (null === $where) {
            $cursor->expectEnd(
                ...array_values(
                    array_diff(
                        $changed ? ['where'] : [...null === $gesture && !$verb->is('copy') ? Gesture::WORDS : [], ...self::LISTS, 'changed', 'where'],
                        array_keys($lists),
                    ),
                ),
            );
        } else {
            $cursor->expectEnd('an operator');
        }

        return new self($verb->span->to($cursor->peek()->span), $verb->is('copy'), $kinds, $lists, $gesture, $changed, $where, $device, $titles);
    }

    public function print(): string
    {
        $text = $this->isCopy ? 'copy ' : 'take ';
        $text .=
            null === $this->device
                ? implode(
                    ', ',
                    array_map(static fn (SelectedKind $kind): string => $kind->print(), $this->kinds),
                )
                : "{$this->device->text} ".Cursor::printTitles($this->titles);
        $text .= null === $this->gesture ? '' : ' '.$this->gesture->print();
        foreach ($this->lists as $condition => $list) {
            $text .= " {$condition} {$list->print()}";
        }

        return $text.($this->changed ? ' changed' : '').(null === $this->where ? '' : ' where '.$this->where->print());
    }

    /**
     * With the titles as the chart writes them.
     *
     * @param list<TitleRange> $titles
     */
    public function retitled(array $titles): self
    {
        return new self($this->span, $this->isCopy, $this->kinds, $this->lists, $this->gesture, $this->changed, $this->where, $this->device, $titles);
    }

    /**
     * What it comes to for messages of one kind that its controls send.
     *
     * @param array<string, NumberList> $lists conditions that the controls bring
     * @param list<string> $ports
     *
     * @throws RulebookError
     */
    public function forKind(Kind $kind, ?NumberList $numbers, array $lists, array $ports, ?int $place): self
    {
        $kinds = [new SelectedKind(new Token(TokenType::Word, $kind->value, $this->span, true), $numbers)];
        if ($this->changed) {
            self::needValues($kinds);
        }
        if (null !== $this->gesture && Kind::Note !== $kind && Kind::Cc !== $kind) {
            throw new RulebookError(
                $this->span,
                'no-release',
                "this control sends {$kind->value}, which is not pressed and let go; gestures are for note and cc",
            );
        }

        return new self(
            $this->span,
            $this->isCopy,
            $kinds,
            $this->lists + $lists,
            $this->gesture,
            $this->changed,
            $this->where,
            null,
            [],
            $ports,
            $place,
        );
    }

    /**
     * The kinds of message it can match, each with the numbers it asks for.
     *
     * @return list<MatchedKind>
     */
    public function matched(): array
    {
        $matched = [];
        foreach ($this->kinds as $asked) {
            [$token, $numbers] = [$asked->word, $asked->numbers];
            $kind = Kind::tryFrom($token->text);
            if (null === $kind) {
                foreach (Kind::cases() as $each) {
                    if (self::ANY === $token->text || ($each->hasChannel() && !$each->isGroup())) {
                        $matched[] = new MatchedKind($each, null);
                    }
                }
                continue;
            }
            $matched[] = new MatchedKind($kind, $numbers);
            if (Kind::Cc === $kind && null !== $numbers && $numbers->highest() >= Kind::FIRST_MODE_NUMBER) {
                $matched[] = new MatchedKind(Kind::Mode, $numbers);
            }
        }

        return $matched;
    }

    public function takes(Kind $kind): bool
    {
        return \in_array($kind, $this->matchedKinds(), true);
    }

    /** @return list<Kind> */
    public function matchedKinds(): array
    {
        return array_map(static fn (MatchedKind $matched): Kind => $matched->kind, $this->matched());
    }

    /** Whether it asks for the messages of MPE zones. */
    public function isMpe(): bool
    {
        foreach ($this->kinds as $asked) {
            $token = $asked->word;
            if (self::MPE === $token->text) {
                return true;
            }
        }

        return false;
    }

    /** @return list<Condition> every list of numbers */
    public function allLists(): array
    {
        $lists = [];
        foreach ($this->kinds as $asked) {
            [$token, $numbers] = [$asked->word, $asked->numbers];
            if (null !== $numbers) {
                $lists[] = new Condition($token->text, $numbers);
            }
        }
        foreach ($this->lists as $condition => $list) {
            $lists[] = new Condition((string) $condition, $list);
        }

        return $lists;
    }

    /**
     * @param list<SelectedKind> $kinds
     *
     * @throws RulebookError when one of them has no value that could change
     */
    private static function needValues(array $kinds): void
    {
        foreach ($kinds as $asked) {
            $token = $asked->word;
            $kind = Kind::tryFrom($token->text);
            if (null === $kind) {
                throw new RulebookError(
                    $token->span,
                    'no-value',
                    "\"{$token->text}\" takes messages without a value, too; name the kinds whose changes count, such as \"cc, bend changed\"",
                );
            }
            if (Kind::Note === $kind || !$kind->hasValue()) {
                throw new RulebookError(
                    $token->span,
                    'no-value',
                    "\"{$token->text}\" has no value that could have changed; \"changed\" is for kinds such as cc, bend and pressure",
                );
            }
        }
    }

    /**
     * Reads a gesture, if one stands here.
     *
     * @param list<SelectedKind> $kinds
     *
     * @throws RulebookError when these messages can have none
     */
    private static function gesture(Cursor $cursor, Token $verb, array $kinds, ?Gesture $before): ?Gesture
    {
        $span = $cursor->peek()->span;
        $gesture = Gesture::parse($cursor);
        if (null === $gesture) {
            return $before;
        }
        if (null !== $before) {
            throw new RulebookError($span, 'duplicate', 'a line asks for one gesture; write another line for another');
        }
        if ($verb->is('copy')) {
            throw new RulebookError($span, 'copied-gesture', 'a gesture is taken, not copied: what its control sends goes no further', null);
        }
        foreach ($kinds as $asked) {
            $token = $asked->word;
            if (!$token->is(Kind::Note->value, Kind::Cc->value)) {
                throw new RulebookError($token->span, 'no-release', "\"{$token->text}\" is not pressed and let go; gestures are for note and cc");
            }
        }

        return $gesture;
    }

    /** @return list<string> */
    private static function words(): array
    {
        return [...array_column(Kind::cases(), 'value'), self::MPE, self::ANY];
    }

    /** @throws RulebookError */
    private static function kind(Cursor $cursor): SelectedKind
    {
        $token = $cursor->expect(...self::words());
        $kind = Kind::tryFrom($token->text);
        $numbers = null;
        if ($cursor->atNumber()) {
            $numbers = match (true) {
                Kind::Nrpn === $kind || Kind::Rpn === $kind => $cursor->numberList('a parameter number', 0, 16383, true),
                Kind::Cc === $kind => $cursor->numberList('a controller number', 0, 127),
                Kind::Mode === $kind => $cursor->numberList('a channel mode number', 120, 127),
                Kind::Cc14 === $kind => $cursor->numberList('a controller number', 0, 31),
                Kind::Program === $kind => $cursor->numberList('a program number', 0, 128),
                default => throw new RulebookError(
                    $cursor->peek()->span,
                    'syntax',
                    "\"{$token->text}\" takes no numbers; write a condition such as \"key 36..59\" or \"value 64..127\"",
                ),
            };
        }

        return new SelectedKind($token, $numbers);
    }
}

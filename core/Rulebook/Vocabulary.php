<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Declaration\Memory;
use ZigzagPost\Core\Rulebook\Expression\Call;
use ZigzagPost\Core\Rulebook\Message\TemplateParser;
use ZigzagPost\Core\Rulebook\Step\Steps;

/** The words of the language, for editors that colour and complete it. */
final class Vocabulary
{
    public const FIELDS = ['channel', 'key', 'velocity', 'release', 'number', 'value', 'program', 'bend', 'pressure', 'scene', 'index'];

    /** Words that stand between others, and mean something there only. */
    private const SMALL = [
        'in',
        'out',
        'to',
        'channel',
        'channels',
        'where',
        'changed',
        'else',
        'for',
        'after',
        'fold',
        'and',
        'or',
        'not',
        'curve',
        'bank',
        'power',
        'on',
        'enter',
        'leave',
        'over',
        'rotate',
        'fill',
        'steal',
        'oldest',
        'none',
        'priority',
        'last',
        'high',
        'low',
        'timbre',
        'poly',
        'per',
        'beat',
        'taps',
        'pulse',
        'of',
        'jump',
        'pickup',
        'scaled',
        'next',
        'previous',
        'lower',
        'upper',
        'coarse',
    ];

    /** @return array<string, list<string>> */
    public static function all(): array
    {
        return [
            'headings' => Parser::TOP_LEVEL,
            'ruleLines' => ['from', 'take', 'copy'],
            'steps' => Steps::keywords(),
            'stackSteps' => Parser::STACK_STEPS,
            'sceneSteps' => Parser::SCENE_STEPS,
            'kinds' => [...array_column(Kind::cases(), 'value'), Selector::MPE, Selector::ANY],
            'messages' => array_column(Kind::cases(), 'value'),
            'made' => TemplateParser::WORDS,
            'gestures' => Gesture::WORDS,
            'conditions' => [...Selector::LISTS, 'changed', 'where'],
            'fields' => self::FIELDS,
            'settable' => \array_slice(Memory::RESERVED, 0, 9),
            'functions' => array_keys(Call::FUNCTIONS),
            'small' => [...self::SMALL, ...Gesture::WORDS],
        ];
    }
}

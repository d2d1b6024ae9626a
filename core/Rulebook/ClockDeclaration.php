<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Midi\Tempo;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Message\TemplateParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * A clock made here, and where it goes.
 *
 *     clock lead
 *       tempo 104
 *       send treadle
 *       pulse 2 per beat to ticker
 *       taps 4 of cc 30 value 127 channel 5 to echo
 *
 * @phpstan-import-type Beat from Tempo
 */
final class ClockDeclaration
{
    private const DEFAULT_TEMPO = 120;

    /** @var Beat */
    public array $beatUs = [60_000_000, self::DEFAULT_TEMPO];
    /** @var list<Token> ports that get clock, start and stop */
    public array $sends = [];
    /** @var list<PulseLine> */
    public array $pulses = [];
    /** @var list<TapLine> */
    public array $taps = [];

    private function __construct(public readonly Token $name)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a clock name');
        $cursor->expectEnd();

        return new self($name);
    }

    /** Beats a minute. */
    public function tempoBpm(): float
    {
        return 60_000_000 * $this->beatUs[1] / $this->beatUs[0];
    }

    public function print(): string
    {
        return "clock {$this->name->text}";
    }

    /**
     * Reads a line below the heading and gives its canonical form.
     *
     * @throws RulebookError
     */
    public function line(Cursor $cursor): string
    {
        $word = $cursor->expect('tempo', 'send', 'pulse', 'taps');

        return match ($word->text) {
            'tempo' => $this->tempo($cursor),
            'send' => $this->send($cursor),
            'pulse' => $this->pulse($cursor),
            default => $this->tap($cursor),
        };
    }

    /** @return list<Token> ports that get clock messages or presses */
    public function messagePorts(): array
    {
        return array_merge($this->sends, ...array_column($this->taps, 'ports'));
    }

    /** @return list<Token> */
    public function pulsePorts(): array
    {
        return array_merge(...array_column($this->pulses, 'ports'));
    }

    /** @return list<Reference> */
    public function references(): array
    {
        return Reference::all(Reference::OUT_PORT, [...$this->messagePorts(), ...$this->pulsePorts()]);
    }

    /** @return list<Expression> */
    public function expressions(): array
    {
        return array_merge(...array_map(static fn (TapLine $tap): array => $tap->message->expressions(), $this->taps));
    }

    /** @throws RulebookError */
    private function tempo(Cursor $cursor): string
    {
        $token = $cursor->next();
        if (TokenType::Number !== $token->type || !is_numeric($token->text)) {
            throw RulebookError::expected($token, ['a tempo in beats a minute, such as 104']);
        }
        $cursor->expectEnd();
        $tempo = (float) $token->text;
        if ($tempo < Tempo::SLOWEST || $tempo > Tempo::FASTEST) {
            throw new RulebookError($token->span, 'out-of-range', \sprintf('a tempo lies between %d and %d', Tempo::SLOWEST, Tempo::FASTEST));
        }
        $decimals = \strlen(explode('.', $token->text)[1] ?? '');
        $this->beatUs = [60_000_000 * 10 ** $decimals, (int) str_replace('.', '', $token->text)];

        return "tempo {$token->text}";
    }

    /** @throws RulebookError */
    private function send(Cursor $cursor): string
    {
        $ports = $cursor->names('an out port');
        $cursor->expectEnd('","');
        array_push($this->sends, ...$ports);

        return 'send '.self::list($ports);
    }

    /** @throws RulebookError */
    private function pulse(Cursor $cursor): string
    {
        $number = $cursor->integer('a number of pulses', 1, 96);
        $cursor->expect('per');
        $cursor->expect('beat');
        $cursor->expect('to');
        $ports = $cursor->names('a pulse port');
        $cursor->expectEnd('","');
        $this->pulses[] = new PulseLine($number->value, $ports);

        return "pulse {$number->text} per beat to ".self::list($ports);
    }

    /** @throws RulebookError */
    private function tap(Cursor $cursor): string
    {
        $number = $cursor->integer('a number of presses', 1, 16);
        $cursor->expect('of');
        $message = TemplateParser::parse($cursor);
        $cursor->expect('to');
        $ports = $cursor->names('an out port');
        $cursor->expectEnd('","');
        $this->taps[] = new TapLine($number->value, $message, $ports);

        return "taps {$number->text} of {$message->print()} to ".self::list($ports);
    }

    /** @param list<Token> $ports */
    private static function list(array $ports): string
    {
        return implode(', ', array_map(static fn (Token $port): string => $port->text, $ports));
    }
}

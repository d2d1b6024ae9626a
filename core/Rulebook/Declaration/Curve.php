<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Number\Exact;
use ZigzagPost\Core\Number\Rejected;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Bends the way from one range to another; works on 0 to 127.
 *
 *     curve soft: 0=0, 40=90, 127=127
 *     curve late: power 2
 *
 * @phpstan-import-type Quantity from Exact
 * @phpstan-import-type Fraction from Exact
 */
final readonly class Curve
{
    private const TOP = 127;

    /** @param list<CurvePoint> $points ascending; empty for a power */
    private function __construct(public Token $name, public array $points, private float $power, private string $powerText)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a curve name');
        $cursor->expect(':');
        if (null !== $cursor->accept('power')) {
            $token = $cursor->next();
            if (TokenType::Number !== $token->type || !is_numeric($token->text) || (float) $token->text <= 0 || (float) $token->text > 100) {
                throw RulebookError::expected($token, ['a power above 0 and up to 100, such as 2 or 0.5']);
            }
            $cursor->expectEnd();

            return new self($name, [], (float) $token->text, $token->text);
        }
        $points = [];
        do {
            $from = $cursor->integer('a number', 0, self::TOP);
            $cursor->expect('=');
            if ([] !== $points && $from->value <= $points[\count($points) - 1]->from) {
                throw new RulebookError($from->span, 'syntax', 'the points of a curve go from low to high');
            }
            $points[] = new CurvePoint($from->value, $cursor->integer('a number', 0, self::TOP)->value);
        } while (null !== $cursor->accept(','));
        $cursor->expectEnd('","');

        return new self($name, $points, 1, '');
    }

    public function print(): string
    {
        $shape =
            [] === $this->points
                ? "power {$this->powerText}"
                : implode(', ', array_map(static fn (CurvePoint $point): string => "{$point->from}={$point->to}", $this->points));

        return "curve {$this->name->text}: {$shape}";
    }

    /**
     * Scales x of 0 to $span through the curve onto $low to $high, rounded half away from zero.
     *
     * @throws Rejected
     */
    public function scaled(int $x, int $span, int $low, int $high): int
    {
        if ([] === $this->points) {
            return (int) round($low + ($high - $low) * ($x / $span) ** $this->power);
        }
        $at = Exact::divide(Exact::multiply($x, self::TOP), $span);
        $y = $this->between($at);

        return Exact::roundQuantity(Exact::add($low, Exact::divide(Exact::multiply($y, $high - $low), self::TOP)));
    }

    /**
     * @param Quantity $at
     *
     * @return int|Fraction
     *
     * @throws Rejected
     */
    private function between(int|float|array $at): int|array
    {
        $before = $this->points[0];
        foreach ($this->points as $point) {
            if (Exact::compare($at, $point->from) <= 0) {
                if ($point === $before) {
                    return $point->to;
                }
                $part = Exact::divide(Exact::subtract($at, $before->from), $point->from - $before->from);

                return Exact::add($before->to, Exact::multiply($part, $point->to - $before->to));
            }
            $before = $point;
        }

        return $before->to;
    }
}

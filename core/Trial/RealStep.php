<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\Midi\Words;

/** Holds a step of the test run against what passes between real devices. */
final readonly class RealStep
{
    private const CHANNEL = 0x0F;
    private const CONTROLLER = 0xB0;
    private const PROGRAM = 0xC0;
    private const SYSTEM = 0xF0;

    /**
     * @param list<PassedMessage> $expected what the control should send, and what should leave for it
     * @param list<PassedMessage> $answers what comes back from a device that tells of itself; any of them will do
     */
    public function __construct(private array $expected, private array $answers, private Words $words)
    {
    }

    /** @param list<PassedMessage> $passed in the order in which it passed, since the step began */
    public function heard(array $passed): StepHeard
    {
        $came = $this->missing(false, $passed);
        $left = $this->missing(true, $passed);
        $hasCome = null === $came;
        $hasAnswered = [] !== array_filter($this->answers, static fn (PassedMessage $answer): bool => \in_array($answer, $passed, false));

        return new StepHeard(
            $hasCome,
            $hasCome && null === $left,
            $hasCome && null === $left && $hasAnswered,
            null !== $came ? $this->instead($came, $passed) : (null !== $left ? $this->instead($left, $passed) : null),
        );
    }

    /** @param list<PassedMessage> $passed */
    private function missing(bool $isOut, array $passed): ?PassedMessage
    {
        foreach ($this->expected as $expected) {
            if ($isOut === $expected->isOut && !\in_array($expected, $passed, false)) {
                return $expected;
            }
        }

        return null;
    }

    /**
     * What passed in place of a message: the likest one, and in what it differs.
     *
     * @param list<PassedMessage> $passed
     */
    private function instead(PassedMessage $missing, array $passed): ?string
    {
        $likest = null;
        $most = 0;
        foreach ($passed as $each) {
            $likeness = $each->isOut === $missing->isOut && !\in_array($each, $this->expected, false) ? self::likeness($missing, $each) : 0;
            if ($likeness >= $most && $likeness > 0) { // of alike ones the latest
                [$likest, $most] = [$each, $likeness];
            }
        }

        return null === $likest ? null : $this->difference($missing, $likest);
    }

    /** 0 where one has nothing to do with the other; a release is none of a press. */
    private static function likeness(PassedMessage $one, PassedMessage $other): int
    {
        if ($one->bytes === $other->bytes) {
            return 5;
        }
        [$a, $b] = [\ord($one->bytes[0]), \ord($other->bytes[0])];
        if ($one->port !== $other->port || $b >= self::SYSTEM) {
            return 0;
        }
        $isKind = ($a & ~self::CHANNEL) === ($b & ~self::CHANNEL);
        $isChannel = ($a & self::CHANNEL) === ($b & self::CHANNEL);
        $isNumber = ($one->bytes[1] ?? '') === ($other->bytes[1] ?? '');

        return match (true) {
            $isKind && $isNumber => $isChannel ? 3 : 4,
            $isKind && $isChannel => 3,
            $isKind => 2,
            default => 1,
        };
    }

    private function difference(PassedMessage $missing, PassedMessage $passed): string
    {
        $did = $missing->isOut ? 'left' : 'came in';
        if ($missing->port !== $passed->port) {
            return "{$this->words->of($passed->bytes)} {$did} at {$passed->port} instead of {$missing->port}";
        }
        [$a, $b] = [\ord($missing->bytes[0]), \ord($passed->bytes[0])];
        $isKind = ($a & ~self::CHANNEL) === ($b & ~self::CHANNEL) && $a < self::SYSTEM;
        $isRest = substr($missing->bytes, 1) === substr($passed->bytes, 1);
        $isChannel = ($a & self::CHANNEL) === ($b & self::CHANNEL);
        $number = $missing->bytes[1] ?? '';
        $other = $passed->bytes[1] ?? '';
        $value = \ord($missing->bytes[2] ?? "\0");

        return match (true) {
            $isKind && $isRest => 'channel '.(($b & self::CHANNEL) + 1).' instead of '.(($a & self::CHANNEL) + 1),
            $isKind && $isChannel && $number === $other => 'value '.\ord($passed->bytes[2] ?? "\0")." instead of {$value}",
            $isKind && $isChannel && self::CONTROLLER === ($a & ~self::CHANNEL) => 'controller '.\ord($other).' instead of '.\ord($number),
            $isKind && $isChannel && self::PROGRAM === ($a & ~self::CHANNEL) => $this->brief($passed).' instead of '.$this->brief($missing),
            default => "{$this->words->of($passed->bytes)} instead of {$this->words->of($missing->bytes)}",
        }." {$did} at {$passed->port}";
    }

    private function brief(PassedMessage $message): string
    {
        return $this->words->brief($message->bytes);
    }
}

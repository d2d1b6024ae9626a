<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\ReachedTwice;
use ZigzagPost\Core\Rulebook\Naming\Naming;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Reads a rulebook and makes all checks; the list of checks stands here. */
final readonly class Checker
{
    /**
     * @param ResolvedRulebook $book ready to be compiled, if there is no error
     * @param Rulebook $written as it was read
     * @param list<Finding> $findings ordered by place
     */
    private function __construct(public ResolvedRulebook $book, public Rulebook $written, public array $findings)
    {
    }

    /** @param (\Closure(Rulebook): Devices)|null $rig what names of devices mean, for the ports of this rulebook */
    public static function check(string $text, ?\Closure $rig = null): self
    {
        $read = Parser::parse($text);
        [$written, $errors] = [$read->book, $read->errors];
        $findings = array_map(self::syntax(...), $errors);
        $book = ResolvedRulebook::of($written);
        if (null !== $rig || Naming::isNeeded($written)) {
            $named = self::named($written, $rig);
            $book = $named->book;
            array_push($findings, ...$named->findings);
        }
        array_push($findings, ...(new UnknownNames())->findings($book));
        $understood = [] === array_filter($findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity);
        foreach (self::checks() as $check) {
            // Lines that could not be read, and misspelt names, may be just what these would miss.
            $misses =
                $check instanceof CompiledCheck
                || $check instanceof UnusedDeclarations
                || ([] !== $errors && ($check instanceof EmptyRules || $check instanceof SceneWays));
            if ($understood || !$misses) {
                array_push($findings, ...$check->findings($book));
            }
        }
        usort($findings, static fn (Finding $a, Finding $b): int => [$a->span->line, $a->span->column] <=> [$b->span->line, $b->span->column]);

        return new self($book, $written, $findings);
    }

    public function hasErrors(): bool
    {
        foreach ($this->findings as $finding) {
            if (Severity::Error === $finding->severity) {
                return true;
            }
        }

        return false;
    }

    /** @return list<Check> */
    private static function checks(): array
    {
        return [
            new EmptyRules(),
            new UpsideDownRanges(),
            new UnusedDeclarations(),
            new UnreachableRules(),
            new ModeMessagesAsControllers(),
            new IgnoredConditions(),
            new PulsePorts(),
            new MpeFit(),
            new SplitGroups(),
            new GestureTimes(),
            new GroupMembers(),
            new StackWays(),
            new UnthinnedStreams(),
            new SceneWays(),
            new TwoClocks(),
            new IdleSteps(),
            new SameTitles(),
            new DoubleToggles(),
            new ActsTwice(),
            new RestoresByHand(),
            new LampLoops(),
            new CompiledCheck(),
        ];
    }

    /** @param (\Closure(Rulebook): Devices)|null $rig */
    private static function named(Rulebook $book, ?\Closure $rig): NamedBook
    {
        if (null === $rig) {
            $name = Naming::firstName($book);

            return new NamedBook(
                ResolvedRulebook::of($book),
                null === $name
                    ? []
                    : [
                        Finding::error(
                            'no-rig',
                            $name->span,
                            "{$name->text} is a device of a rig, and this rulebook is read without one; add --rig FILE, or write numbers such as cc 20..23",
                        ),
                    ],
            );
        }
        $devices = $rig($book);
        $named = Naming::resolve($book, $devices);
        [$named, $errors] = [$named->book, $named->errors];
        $hints = array_map(
            static fn (ReachedTwice $reached): Finding => Finding::hint(
                'several-ways',
                $reached->device->span,
                "{$reached->device->text} is reached from ".implode(' and ', $reached->ports)."; {$reached->ports[0]} is taken",
            ),
            $devices->several(),
        );

        return new NamedBook($named, [...array_map(self::syntax(...), $errors), ...$hints]);
    }

    private static function syntax(RulebookError $error): Finding
    {
        $fixes = null === $error->replacement ? [] : [new Fix("Write \"{$error->replacement}\"", [Edit::replace($error->span, $error->replacement)])];

        return Finding::error($error->errorCode, $error->span, $error->getMessage(), ...$fixes);
    }
}

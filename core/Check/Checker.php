<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Reads a rulebook and makes all checks; the list of checks stands here. */
final readonly class Checker
{
    /** @param list<Finding> $findings ordered by place */
    private function __construct(public Rulebook $book, public array $findings)
    {
    }

    public static function check(string $text): self
    {
        [$book, $errors] = Parser::parse($text);
        $findings = array_map(self::syntax(...), $errors);
        array_push($findings, ...(new UnknownNames())->findings($book));
        $understood = [] === $findings;
        foreach (self::checks() as $check) {
            // Lines that could not be read, and misspelt names, may be just what these would miss.
            $misses = $check instanceof CompiledCheck || $check instanceof UnusedDeclarations || ([] !== $errors && ($check instanceof EmptyRules || $check instanceof SceneWays));
            if ($understood || !$misses) {
                array_push($findings, ...$check->findings($book));
            }
        }
        usort($findings, static fn (Finding $a, Finding $b): int => [$a->span->line, $a->span->column] <=> [$b->span->line, $b->span->column]);

        return new self($book, $findings);
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
            new Streams(),
            new SceneWays(),
            new TwoClocks(),
            new IdleSteps(),
            new SameTitles(),
            new DoubleToggles(),
            new CompiledCheck(),
        ];
    }

    private static function syntax(RulebookError $error): Finding
    {
        $fixes = null === $error->replacement ? [] : [new Fix("Write \"{$error->replacement}\"", [Edit::replace($error->span, $error->replacement)])];

        return Finding::error($error->errorCode, $error->span, $error->getMessage(), ...$fixes);
    }
}

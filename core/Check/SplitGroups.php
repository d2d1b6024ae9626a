<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/** Plain controllers asked for on a port where they are assembled into parameter messages or pairs, and so never come. */
final class SplitGroups implements Check
{
    private const PARAMETER_CONTROLLERS = [6, 38, 96, 97, 98, 99, 100, 101];

    public function findings(ResolvedRulebook $book): iterable
    {
        $assembled = $this->assembled($book);
        if ([] === $assembled) {
            return;
        }
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->kinds as $asked) {
                    [$token, $numbers] = [$asked->word, $asked->numbers];
                    if (
                        Kind::Cc->value === $token->text
                        && null !== $numbers
                        && $this->isAllParameters($numbers)
                        && [] !== array_intersect($book->portsHeardBy($rule), $assembled)
                    ) {
                        yield Finding::warning(
                            'split-group',
                            $numbers->span(),
                            'these controllers are parts of NRPN and RPN messages, which another rule takes whole from this port; take "nrpn" or "rpn" instead',
                        );
                    }
                }
            }
        }
    }

    private function isAllParameters(NumberList $numbers): bool
    {
        return [] === array_diff($numbers->numbers(), self::PARAMETER_CONTROLLERS);
    }

    /** @return list<string> in ports from which some rule takes parameter messages */
    private function assembled(Rulebook $book): array
    {
        $ports = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->kinds as $asked) {
                    $token = $asked->word;
                    if (\in_array($token->text, [Kind::Nrpn->value, Kind::Rpn->value], true)) {
                        $ports = [...$ports, ...array_fill_keys($book->portsHeardBy($rule), true)];
                    }
                }
            }
        }

        return array_map(strval(...), array_keys($ports));
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Documents\RigParts;

/** A show by what it plays: its rules, its set list, and its rig without ticks and notes. Two that play the same have the same sums. */
final readonly class ShowSums
{
    private function __construct(public string $rules, public string $setList, public string $rig)
    {
    }

    /** @param string $rig as JSON */
    public static function of(string $rig, string $rules): self
    {
        $parts = RigParts::played($rig);

        return new self(md5($rules), md5($parts['show']), md5($parts['rig']));
    }

    public static function read(string $text): ?self
    {
        return 1 === preg_match('/^([0-9a-f]{32}) ([0-9a-f]{32}) ([0-9a-f]{32})$/D', $text, $sums) ? new self($sums[1], $sums[2], $sums[3]) : null;
    }

    public function text(): string
    {
        return "{$this->rules} {$this->setList} {$this->rig}";
    }

    public function equals(self $other): bool
    {
        return $this->text() === $other->text();
    }

    /** @return list<'rules'|'set list'|'rig'> what differs */
    public function differences(self $other): array
    {
        return array_keys(
            array_filter([
                'rules' => $this->rules !== $other->rules,
                'set list' => $this->setList !== $other->setList,
                'rig' => $this->rig !== $other->rig,
            ]),
        );
    }
}

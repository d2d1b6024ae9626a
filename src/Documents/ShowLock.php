<?php

declare(strict_types=1);

namespace App\Documents;

/** A show is locked while it is played: by whom, and since when. */
final readonly class ShowLock
{
    /** @param string|null $book its rulebook */
    public function __construct(public string $rig, public ?string $book, public string $by, public \DateTimeImmutable $at)
    {
    }

    public function words(): string
    {
        return 'This show is locked'.('' === $this->by ? '' : " by {$this->by}")." since {$this->at->format('H:i')}";
    }

    /** @return array{by: string, at: string, words: string} */
    public function told(): array
    {
        return ['by' => $this->by, 'at' => $this->at->format(\DateTimeInterface::ATOM), 'words' => $this->words()];
    }
}

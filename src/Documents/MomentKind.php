<?php

declare(strict_types=1);

namespace App\Documents;

use App\Bench\Moment;

/** Minutes that somebody marked because something was wrong in them. */
final class MomentKind implements DocumentKind
{
    public const NAME = 'moment';

    public function name(): string
    {
        return self::NAME;
    }

    public function maxBytes(): int
    {
        return Moment::MAX_BYTES;
    }

    public function ending(): string
    {
        return 'minute.json';
    }

    public function read(string $text, string $fileName): array
    {
        $moment = Moment::of($text) ?? throw BadDocument::at($fileName, '', 'this is no kept minute, or a damaged one');

        return ['rig' => $moment->rigId ?? '', 'book' => $moment->bookId ?? '', 'deeds' => \count($moment->minute->deeds)];
    }

    /** @throws BadDocument */
    public function summary(string $text): array
    {
        return $this->read($text, self::NAME);
    }
}

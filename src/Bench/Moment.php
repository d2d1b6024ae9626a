<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Capture;
use ZigzagPost\Core\World\JournalEntry;

/** A minute that was marked, with the rules and the rig that it was played with, as it is kept. */
final readonly class Moment
{
    public const MAX_BYTES = 32 << 20;
    private const FORMAT = 'zigzag minute 1';

    /**
     * @param string|null $rigId the rig, as the library knows it
     * @param string|null $bookId the rulebook, as the library knows it
     * @param string|null $rig as JSON
     * @param int $markedUs when it was marked, in the time of its bench
     */
    public function __construct(
        public ?string $rigId,
        public ?string $bookId,
        public string $rules,
        public ?string $rig,
        public int $markedUs,
        public Capture $minute,
    ) {
    }

    public function text(): string
    {
        return Json::encode([
            'format' => self::FORMAT,
            'version' => Bench::VERSION,
            'rigId' => $this->rigId,
            'bookId' => $this->bookId,
            'rules' => $this->rules,
            'rig' => $this->rig,
            'markedUs' => $this->markedUs,
            'state' => base64_encode((string) gzcompress(serialize($this->minute->state))),
            'deeds' => implode('', array_map(static fn (JournalEntry $deed): string => $deed->line(), $this->minute->deeds)),
        ]);
    }

    /** The minute in a text, of whatever version; null where there is none. */
    public static function of(string $text): ?self
    {
        $json = \strlen($text) > self::MAX_BYTES ? null : json_decode($text, true);
        if (!\is_array($json) || self::FORMAT !== ($json['format'] ?? null)) {
            return null;
        }
        [$rules, $rig, $state, $deeds, $markedUs] = [
            $json['rules'] ?? null,
            $json['rig'] ?? null,
            $json['state'] ?? null,
            $json['deeds'] ?? null,
            $json['markedUs'] ?? null,
        ];
        if (!\is_string($rules) || (null !== $rig && !\is_string($rig)) || !\is_string($state) || !\is_string($deeds) || !\is_int($markedUs)) {
            return null;
        }
        $bytes = @gzuncompress((string) base64_decode($state, true), self::MAX_BYTES);
        $state = false === $bytes ? null : @unserialize($bytes, ['allowed_classes' => false]);
        $lines = array_map(JournalEntry::of(...), explode("\n", rtrim($deeds, "\n")));
        if (!\is_array($state) || ('' !== $deeds && \in_array(null, $lines, true))) {
            return null;
        }
        /** @var array<string, mixed> $state */

        return new self(
            \is_string($json['rigId'] ?? null) ? $json['rigId'] : null,
            \is_string($json['bookId'] ?? null) ? $json['bookId'] : null,
            $rules,
            $rig,
            $markedUs,
            new Capture($state, array_values(array_filter($lines))),
        );
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** What `flatten` does with a zone. */
final readonly class Flattening
{
    /**
     * @param int $range bend range in semitones
     * @param string $priority last, high or low
     * @param string $bend method that goes on with bend; '' where it is not sent
     */
    public function __construct(
        public int $channel,
        public int $range,
        public string $priority,
        public string $bend,
        public string $pressure,
        public int $pressureController,
        public string $timbre,
        public int $timbreController,
    ) {
    }
}

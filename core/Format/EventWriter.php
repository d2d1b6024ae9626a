<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Receives events in order of time and writes them in one format. */
interface EventWriter
{
    public function write(Event $event): void;

    /** Writes what can only be known at the end. To be called once. */
    public function finish(): void;
}

<?php

declare(strict_types=1);

namespace App\Documents;

/** What the documents of the demo show are called. */
final class Demo
{
    /** The rig as it came back from its tour, with a few things wrong. */
    public const FOUND = 'The ferry, as found';
    public const MENDED = 'The ferry, mended';
    /** A rig without a computer, as it comes from the factory. */
    public const CROSSING = 'The crossing board';
    /** What is played on the first visit. */
    public const TAPE = 'rehearsal.tape';
}

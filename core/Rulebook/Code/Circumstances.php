<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;

/** Where a step that names something of the rig stands. */
final readonly class Circumstances
{
    /**
     * @param list<ControlMessage> $sources what the rule's controls send; none where no control is named, or a step above made the value
     * @param list<Kind> $kinds what the message at hand can be
     * @param bool $isLast whether no step comes after it
     * @param int $afterUs how much later it is sent, because the device is deaf until then
     */
    public function __construct(
        public array $sources,
        public array $kinds,
        public bool $isLast,
        public int $firstProgram,
        public int $afterUs = 0,
    ) {
    }

    public function mayBeNote(): bool
    {
        return \in_array(Kind::Note, $this->kinds, true);
    }

    /** The delay as it stands behind a posted message. */
    public function after(): string
    {
        return 0 === $this->afterUs ? '' : ' after '.rtrim(rtrim(\sprintf('%.3F', $this->afterUs / 1000), '0'), '.').'ms';
    }
}

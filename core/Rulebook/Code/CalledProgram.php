<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\BankedProgram;

/** A program of a device: the bytes that call it, and the out port that reaches it. */
final readonly class CalledProgram
{
    /**
     * @param int|null $msb 0 to 127; null where it is not sent
     * @param int $deafUs how long the device loses what arrives after it
     * @param bool $cutsOnRepeat whether calling it while it stands cuts the sound
     */
    public function __construct(
        public string $device,
        public string $port,
        public int $channel,
        public ?int $msb,
        public ?int $lsb,
        public int $program,
        public int $deafUs,
        public bool $cutsOnRepeat = false,
    ) {
    }

    public function with(BankedProgram $called): self
    {
        return new self($this->device, $this->port, $this->channel, $called->msb, $called->lsb, $called->program, $this->deafUs, $this->cutsOnRepeat);
    }

    /** @return list<string> the messages as a rulebook posts them */
    public function lines(int $firstProgram, string $after): array
    {
        $program = $this->program + $firstProgram;
        if (null !== $this->msb && null !== $this->lsb) {
            return ["post program {$program} bank ".($this->msb << 7 | $this->lsb)." channel {$this->channel} to {$this->port}{$after}"];
        }
        $lines = [];
        foreach ([[0, $this->msb], [32, $this->lsb]] as [$number, $value]) {
            if (null !== $value) {
                $lines[] = "post cc {$number} value {$value} channel {$this->channel} to {$this->port}{$after}";
            }
        }

        return [...$lines, "post program {$program} channel {$this->channel} to {$this->port}{$after}"];
    }

    /** As one number: MSB << 16 | LSB << 8 | program; 128 for a bank message that is not sent. */
    public function packed(): int
    {
        return ($this->msb ?? 128) << 16 | ($this->lsb ?? 128) << 8 | $this->program;
    }

    /** How many bytes that is. */
    public function bytes(): int
    {
        return 2 + (null === $this->msb ? 0 : 3) + (null === $this->lsb ? 0 : 3);
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;
use ZigzagPost\Core\Midi\BankedProgram;

/** The programs of a device: their places from 0 are the truth; what is shown and what is sent are computed from it. */
final readonly class Programs
{
    /**
     * @param WirePattern|list<list<int|string>>|null $wire or a table: place, MSB, LSB ("none" where it is not sent), program
     * @param list<Special>|null $specials
     * @param array<int|string, string>|null $names by place
     */
    public function __construct(
        #[Whole(1, 2097152)] public int $count,
        #[Of(ShownPattern::class)] public ?ShownPattern $shown = null,
        #[Either(
            'how bytes are computed, or a table of them',
            new Of(WirePattern::class),
            new ListOf(new ListOf(new Either('0 to 127 or none', new Whole(0, 2097151), new Text(4, '^none$', 'none')), 4, 2)),
        ),]
        public WirePattern|array|null $wire = null,
        #[OneOf(BankSend::class)] public ?BankSend $bankSend = null,
        #[Flag] public ?bool $repeatCuts = null,
        #[Flag] public ?bool $mapOnBox = null,
        #[ListOf(new Of(Special::class), 256)] public ?array $specials = null,
        #[OneOf(BypassPlace::class)] public ?BypassPlace $bypass = null,
        #[MapOf(new Text(), '^(0|[1-9][0-9]{0,6})$', 'the place of a program, from 0')] public ?array $names = null,
    ) {
    }

    /** What the device shows for the program at a place; the place itself, from 0, where that is unknown. */
    public function label(int $ordinal): string
    {
        return null === $this->shown ? (string) $ordinal : $this->shown->label($ordinal);
    }

    /**
     * What calls the program at a place; null where that is unknown.
     */
    public function called(int $ordinal): ?BankedProgram
    {
        if ($this->wire instanceof WirePattern) {
            $bank = intdiv($ordinal, $this->wire->perBank);
            $of = static fn (int|string $byte): ?int => 'none' === $byte ? null : ('bank' === $byte ? $bank : (int) $byte);
            $msb = $of($this->wire->msb);
            $lsb = $of($this->wire->lsb);
            if ('bank' === $this->wire->msb && 'bank' === $this->wire->lsb) {
                [$msb, $lsb] = [$bank >> 7, $bank & 0x7F];
            }
            $program = ($this->wire->first ?? 0) + ($ordinal % $this->wire->perBank);

            return $program > 127 || ($msb ?? 0) > 127 || ($lsb ?? 0) > 127 ? null : new BankedProgram($msb, $lsb, $program);
        }
        foreach ($this->wire ?? [] as $row) {
            if ($row[0] === $ordinal) {
                $numbers = array_map(static fn (int|string $each): ?int => \is_int($each) ? $each : null, \array_slice($row, 1));
                $program = array_pop($numbers);

                return null === $program ? null : new BankedProgram($numbers[0] ?? null, $numbers[1] ?? null, $program);
            }
        }

        return null;
    }
}

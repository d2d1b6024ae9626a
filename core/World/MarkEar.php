<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Hop;

/** Hears, in what real devices play, whether somebody pressed the control that says that something was wrong. */
final class MarkEar
{
    private const HIGHEST = 127;
    /** Kind and channel, and the number behind them, tell one control from another; what is left is how far it went. */
    private const ADDRESS = 2;

    /** @var array<string, Decoder> by port, so that running status and what came half go on */
    private array $decoders = [];

    /** @param array<string, list<string>> $presses by in port, what the control sends when it is pressed */
    private function __construct(private readonly array $presses)
    {
    }

    public static function of(?Patch $seats): self
    {
        $mark = $seats?->mark;
        $box = null === $mark ? null : $seats->boxes[$mark->unit] ?? null;
        $presses = [];
        if (null !== $mark && null !== $box) {
            $sender = new DeviceSender($box);
            foreach ($sender->messages($mark->control, self::HIGHEST) as $kind => $messages) {
                $at = $box->sendsOf(KindName::from($kind))->at ?? [];
                foreach ($seats->from[$mark->unit] ?? [] as $sending) {
                    $passing = array_filter($messages, static fn (string $bytes): bool => Hop::passes($sending->way, $bytes));
                    if ([] === $at || \in_array($sending->plug, $at, true)) {
                        $presses[$sending->port] = [...$presses[$sending->port] ?? [], ...array_values($passing)];
                    }
                }
            }
        }

        return new self($presses);
    }

    /** Whether it was pressed by what came at a port. */
    public function hears(string $port, string $bytes): bool
    {
        if (!isset($this->presses[$port])) {
            return false;
        }
        $faults = [];
        $isPressed = false;
        foreach (($this->decoders[$port] ??= new Decoder())->feed($bytes, $faults) as $message) {
            $isPressed = $isPressed || $this->isPress($port, $message);
        }

        return $isPressed;
    }

    /** What a port sent half is forgotten. */
    public function forget(string $port): void
    {
        unset($this->decoders[$port]);
    }

    /** @return array<string, array<string, mixed>> */
    public function save(): array
    {
        return array_map(static fn (Decoder $decoder): array => $decoder->save(), $this->decoders);
    }

    /** @param array<string, array<string, mixed>> $saved what save() gave */
    public function restore(array $saved): void
    {
        $this->decoders = array_map(Decoder::load(...), $saved);
    }

    private function isPress(string $port, string $message): bool
    {
        foreach ($this->presses[$port] as $press) {
            $isSame = \strlen($message) === \strlen($press) && substr($message, 0, self::ADDRESS) === substr($press, 0, self::ADDRESS);
            if ($message === $press || ($isSame && 3 === \strlen($message) && "\0" !== $message[2])) {
                return true;
            }
        }

        return false;
    }
}

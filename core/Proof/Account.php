<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Rig\Index\RigIndex;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Show\Learn\Listening;
use ZigzagPost\Core\World\Capture;
use ZigzagPost\Core\World\JournalEntry;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\Told;

/** What happened in a kept minute, in words: what hands did, which scenes came, what units did of it, and what still sounds. */
final class Account
{
    public const MOST_LINES = 5000;
    /** Messages of one control within this time are one movement. */
    private const ONE_MOVE_US = 1_500_000;

    /** @var array<string, string> name of a control by what it sends */
    private array $names = [];
    /** @var array<string, string> what units are called */
    private array $labels = [];
    /** @var list<AccountLine> */
    private array $lines = [];
    /** @var array<string, int> last line about something */
    private array $last = [];
    /** @var array<string, array<int, true>> keys that sound, by out port and channel */
    private array $sounding = [];

    private function __construct(?Setup $setup)
    {
        foreach ($setup->boxes ?? [] as $box) {
            $this->labels[$box->name] = $box->label();
        }
        foreach (null === $setup ? [] : (new RigIndex($setup))->controls->heard() as $sent) {
            $label = ($sent->unit->unit->labels[$sent->control->name] ?? null)->text ?? $sent->control->name;
            foreach ($sent->messages as $message) {
                foreach ($message->ports as $port) {
                    $this->names["{$port} {$message->kind->value} {$message->channel} {$message->number}"] = "{$sent->unit->label()} “{$label}”";
                }
            }
        }
    }

    /** @return array{lines: list<array{timeUs: int, words: string}>, sounding: list<string>, begins: int, beginsIn: string|null} */
    public static function of(Capture $minute, CompiledBook $book, ?Patch $seats, ?Setup $setup): array
    {
        $account = new self($setup);
        $bench = $minute->begin($book, $seats);
        $told = new Told($seats);
        $begins = $scene = $bench->scenes()['current'];
        foreach ($minute->deeds as $deed) {
            Capture::do($deed, $bench);
            match ($deed->what) {
                JournalEntry::IN => $account->in($deed),
                JournalEntry::PANIC => $account->say($deed->timeUs, 'panic'),
                JournalEntry::RESTORE => $account->say($deed->timeUs, 'restore '.($account->labels[$deed->port] ?? $deed->port)),
                JournalEntry::OUT => $account->out($deed, $told),
                default => null,
            };
            if ($bench->scenes()['current'] !== $scene) {
                $scene = $bench->scenes()['current'];
                $account->say($deed->timeUs, "scene {$bench->scenes()['titles'][$scene]}");
            }
        }
        $lines = array_map(
            static fn (AccountLine $line): array => [
                'timeUs' => $line->fromUs,
                'words' => $line->words.(1 < $line->messages ? " ({$line->messages} messages)" : ''),
            ],
            array_values(\array_slice($account->lines, -self::MOST_LINES)),
        );
        $leftOut = \count($account->lines) - \count($lines);
        if ($leftOut > 0) {
            array_unshift($lines, ['timeUs' => $lines[0]['timeUs'] ?? 0, 'words' => "{$leftOut} things before"]);
        }
        $sounding = [];
        foreach ($account->sounding as $where => $keys) {
            foreach (array_keys($keys) as $key) {
                $sounding[] = "{$where} ".KeyName::of($key, $book->middle());
            }
        }

        return ['lines' => $lines, 'sounding' => $sounding, 'begins' => $begins, 'beginsIn' => $bench->scenes()['titles'][$begins] ?? null];
    }

    private function in(JournalEntry $deed): void
    {
        foreach (Listening::of([new Event($deed->timeUs, $deed->port, $deed->bytes)])->played() as $played) {
            $name = $this->names["{$deed->port} {$played->kind->value} {$played->channel} {$played->number}"] ?? null;
            $this->say($deed->timeUs, $name ?? ($played->kind->hasKey() ? "notes at {$deed->port}" : "{$played->selector()} at {$deed->port}"), true);
        }
    }

    private function out(JournalEntry $deed, Told $told): void
    {
        foreach ($told->hear($deed->timeUs, $deed->port, $deed->bytes, $deed->number) as $unit => $did) {
            $label = $this->labels[$unit] ?? $unit;
            // Values on their way, and notes one after the other, are one line.
            'a note' === $did ? $this->say($deed->timeUs, "{$label} sounds", true) : $this->say($deed->timeUs, "{$label}: {$did}");
        }
        $status = \ord($deed->bytes[0] ?? "\0");
        if (0x80 === ($status & 0xE0)) {
            $where = "{$deed->port} channel ".(($status & 0x0F) + 1);
            $key = \ord($deed->bytes[1] ?? "\0");
            if (0x90 === ($status & 0xF0) && 0 < \ord($deed->bytes[2] ?? "\0")) {
                $this->sounding[$where][$key] = true;
            } else {
                unset($this->sounding[$where][$key]);
            }
        }
    }

    private function say(int $timeUs, string $words, bool $isMove = false): void
    {
        $place = $isMove ? $this->last[$words] ?? null : null;
        $before = null === $place ? null : $this->lines[$place] ?? null;
        if (null !== $place && null !== $before && $timeUs - $before->toUs < self::ONE_MOVE_US) {
            $this->lines[$place] = new AccountLine($before->fromUs, $timeUs, $words, $before->messages + 1);

            return;
        }
        $this->last[$words] = \count($this->lines);
        $this->lines[] = new AccountLine($timeUs, $timeUs, $words, 1);
    }
}

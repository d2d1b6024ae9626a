<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\LiveRun;

/**
 * What people tell a player to do, in a word or two: `panic`, `scene 2`, `song 3`, `restore drive`, `arm lamps`, `mute synths`, `ask synths`,
 * `let-through synths keys`, `play keys` and bytes.
 */
final readonly class Command
{
    public const OK = 'ok';

    public function __construct(private LiveRun $run, private int $nowUs)
    {
    }

    /** @return string {@see OK}, or why it could not be done */
    public function obey(string $command): string
    {
        [$word, $about] = explode(' ', $command, 2) + [1 => ''];
        $isDone = match ($word) {
            'panic' => $this->run->do($this->nowUs, EntrySort::Panic),
            'scene', 'song' => ctype_digit($about)
                && (int) $about > 0
                && $this->run->do($this->nowUs, 'song' === $word ? EntrySort::Song : EntrySort::Scene, (int) $about - 1),
            'restore' => $this->run->do($this->nowUs, EntrySort::Restore, 0, $about),
            'rules' => 1 === preg_match('/^[0-9a-f]{32}$/D', $about) && $this->run->do($this->nowUs, EntrySort::Rules, 0, $about),
            'arm' => $this->arm($about),
            'disarm' => $this->disarm($about),
            'let-through' => $this->run->letThrough(...(explode(' ', $about, 2) + ['', ''])),
            'play' => $this->play(...(explode(' ', $about, 2) + ['', ''])),
            'ask' => $this->ask($about),
            'mute', 'unmute' => $this->mute($about, 'mute' === $word),
            default => false,
        };

        return $isDone ? self::OK : '"'.('play' === $word ? rtrim("{$word} ".strstr("{$about} ", ' ', true)) : $command).'" cannot be done here';
    }

    /** What somebody plays on a screen comes in like that of a device. */
    private function play(string $name, string $bytes): bool
    {
        $number = $this->run->course->ports->number($name);
        if ('' === $bytes || null === $number || !isset($this->run->course->ports->in[$number])) {
            return false;
        }
        $this->run->came($this->nowUs, $number, $bytes);

        return true;
    }

    private function arm(string $unit): bool
    {
        $isDone = $this->run->guard->arm($unit);
        $isDone ? $this->run->say($this->nowUs, EntrySort::Armed, 0, 0, $unit) : null;

        return $isDone;
    }

    private function disarm(string $unit): bool
    {
        $this->run->disarm($this->nowUs, $unit);

        return true;
    }

    private function ask(string $name): bool
    {
        $number = $this->run->course->ports->number($name);

        return null !== $number && $this->run->ask($this->nowUs, $number);
    }

    private function mute(string $name, bool $isMuted): bool
    {
        $number = $this->run->course->ports->number($name);
        if (null !== $number && null !== $this->run->outlet($number)) {
            $this->run->mute($this->nowUs, $number, $isMuted);

            return true;
        }

        return false;
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** What the screen needs to know of the simulated controller at a port. */
final class SenderView
{
    private const MOST = 127;

    /**
     * Each control with the first two bytes, in hexadecimal, of what it sends when it is moved and let go, so that it can be
     * shown moving when a tape plays it. Null where that does not say how far it is moved.
     *
     * @return array{port: string, face: string, channel: int, controls: list<array{control: string, label: string, moves: string|null, ends: string|null}>}
     */
    public static function of(string $port): array
    {
        $sender = StandIns::sender($port);
        $view = $sender->describe();
        $controls = [];
        foreach ($view['controls'] as $control) {
            $moves = self::sign($sender->play($control['control'], self::MOST), self::MOST);
            $ends = self::sign($sender->play($control['control'], 0), null);
            $controls[] = [...$control, 'moves' => $moves, 'ends' => null === $moves || $ends === $moves ? null : $ends];
        }

        return ['port' => $port, ...$view, 'controls' => $controls];
    }

    /** @param int|null $value what the message must carry */
    private static function sign(string $bytes, ?int $value): ?string
    {
        $isThree = 3 === \strlen($bytes) && \ord($bytes) < 0xC0 && (null === $value || \ord($bytes[2]) === $value);

        return $isThree ? strtoupper(bin2hex($bytes[0]).' '.bin2hex($bytes[1])) : null;
    }
}

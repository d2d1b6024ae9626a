<?php

declare(strict_types=1);

namespace App\Api;

/** Ends a request with a reason that its sender can do something about. */
final class ApiProblem extends \RuntimeException
{
    /** @param array<string, mixed> $more further members of the answer */
    private function __construct(public readonly int $status, string $text, public readonly array $more = [])
    {
        parent::__construct($text);
    }

    public static function badRequest(string $text): self
    {
        return new self(400, $text);
    }

    public static function notFound(string $what): self
    {
        return new self(404, "this {$what} is not here any more; it may have been deleted in another window");
    }

    /** @param array<string, mixed> $current what is stored now */
    public static function conflict(string $text, array $current): self
    {
        return new self(409, $text, ['current' => $current]);
    }

    public static function outdated(string $text): self
    {
        return new self(409, $text);
    }

    public static function wrongType(string $text): self
    {
        return new self(415, $text);
    }

    public static function tooMany(string $text): self
    {
        return new self(429, $text);
    }

    /** @param array<string, mixed> $more */
    public static function unprocessable(string $text, array $more = []): self
    {
        return new self(422, $text, $more);
    }

    public static function tooLarge(string $text): self
    {
        return new self(413, $text);
    }
}

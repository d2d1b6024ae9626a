<?php

declare(strict_types=1);

namespace App\Live;

/** What stands behind a port of the rulebook, in one direction. */
final readonly class Connection
{
    private function __construct(public ConnectionSort $sort, public string $name = '')
    {
    }

    public static function none(): self
    {
        return new self(ConnectionSort::None);
    }

    /**
     * What is written behind `--connect PORT=`: `device:/path`, `device:NAME`, `stand-in` or `none`.
     *
     * @throws CannotPlay where it says none of these
     */
    public static function of(string $text): self
    {
        $sort = ConnectionSort::tryFrom(explode(':', $text, 2)[0]);
        $name = explode(':', $text, 2)[1] ?? '';
        if (null === $sort || (ConnectionSort::Device === $sort) !== ('' !== $name)) {
            throw CannotPlay::because("\"{$text}\" is no connection; write device:NAME, device:/path, stand-in or none");
        }

        return new self($sort, $name);
    }

    public function text(): string
    {
        return $this->sort->value.('' === $this->name ? '' : ":{$this->name}");
    }

    public function isDevice(): bool
    {
        return ConnectionSort::Device === $this->sort;
    }
}

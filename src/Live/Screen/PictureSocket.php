<?php

declare(strict_types=1);

namespace App\Live\Screen;

/**
 * The local socket at which pages see what plays: a snapshot of the picture, then numbered differences (RFC 6902). A page that is slow gets a new
 * snapshot once it has taken what it was sent; nothing else waits for it. nginx brings pages here that the application has let in.
 */
final class PictureSocket
{
    public const FILE = 'picture.sock';
    private const MOST_PAGES = 64;
    private const MOST_AT_ONCE = 8 << 10;

    /** @var resource|null */
    private mixed $server = null;
    /** @var array<int, resource> */
    private array $pages = [];
    /** @var array<int, WebSocket> */
    private array $sockets = [];
    /** @var array<int, true> pages that have the picture before this one */
    private array $upToDate = [];
    private int $number = 0;
    private ?string $picture = null;

    public function __construct(private readonly string $folder)
    {
    }

    public function listen(): void
    {
        $file = "{$this->folder}/".self::FILE;
        @unlink($file);
        $server = @stream_socket_server("unix://{$file}");
        if (false !== $server) {
            chmod($file, 0o600);
            stream_set_blocking($server, false);
            $this->server = $server;
        }
    }

    /**
     * The picture is another.
     *
     * @param string $picture JSON
     *
     * @throws \JsonException
     */
    public function show(string $picture): void
    {
        ++$this->number;
        $changes = null === $this->picture || [] === $this->upToDate ? null : Changes::between($this->picture, $picture);
        $this->picture = $picture;
        foreach (array_keys($this->upToDate) as $id) {
            if (null === $changes || '' !== $this->sockets[$id]->out) {
                unset($this->upToDate[$id]); // it gets the whole picture when it is ready for more
            } else {
                $this->sockets[$id]->say("{\"number\":{$this->number},\"changes\":{$changes}}");
            }
        }
    }

    /** Lets pages in, hears and writes as far as that goes without waiting. */
    public function serve(): void
    {
        $this->letIn();
        foreach ($this->pages as $id => $page) {
            $socket = $this->sockets[$id];
            $bytes = @fread($page, self::MOST_AT_ONCE);
            if (false === $bytes || ('' === $bytes && feof($page))) {
                $this->forget($id);

                continue;
            }
            '' === $bytes ?: $socket->take($bytes);
            if ($this->write($id) && $socket->isOpen() && !isset($this->upToDate[$id]) && null !== $this->picture) {
                $this->upToDate[$id] = true;
                $socket->say("{\"number\":{$this->number},\"picture\":{$this->picture}}");
                $this->write($id);
            }
        }
    }

    private function letIn(): void
    {
        while (null !== $this->server && \count($this->pages) < self::MOST_PAGES) {
            $page = @stream_socket_accept($this->server, 0);
            if (false === $page) {
                return;
            }
            stream_set_blocking($page, false);
            $id = get_resource_id($page);
            $this->pages[$id] = $page;
            $this->sockets[$id] = new WebSocket();
        }
    }

    /** @return bool whether a page is there and has taken everything */
    private function write(int $id): bool
    {
        $socket = $this->sockets[$id];
        $written = '' === $socket->out ? 0 : @fwrite($this->pages[$id], $socket->out);
        $socket->out = substr($socket->out, (int) $written);
        if (false === $written || ($socket->isOver() && '' === $socket->out)) {
            $this->forget($id);

            return false;
        }

        return '' === $socket->out;
    }

    private function forget(int $id): void
    {
        fclose($this->pages[$id]);
        unset($this->pages[$id], $this->sockets[$id], $this->upToDate[$id]);
    }
}

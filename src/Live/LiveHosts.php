<?php

declare(strict_types=1);

namespace App\Live;

use App\Storage\DataFolder;

/** The hosts of this computer, one for each rig that plays between real devices: started, ended, looked at and told what to do. */
final readonly class LiveHosts
{
    private const BEGINS_WITHIN_S = 8.0;
    private const ENDS_WITHIN_S = 6.0;
    private const STARTS_AGAIN_WITHIN_S = 2.0;
    /** SIGINT, which PHP behind a web server has no name for. */
    private const INTERRUPT = 2;
    private const LOOK_US = 30_000;
    /** Closes whatever the server has open, so that a host keeps none of its sockets and locks; then becomes the host, in a session of its own. */
    private const BEGIN = 'for fd in /proc/self/fd/*; do n="${fd##*/}"; [ "$n" -le 2 ] || eval "exec $n>&-"; done; exec "$@"';

    public function __construct(private DataFolder $data, private string $projectDir)
    {
    }

    /**
     * Starts the host of a rig, and waits until it plays.
     *
     * @param string $json the rig as a file of it holds it, with its rules
     *
     * @throws CannotPlay with what stands in the way
     */
    public function begin(string $rig, string $json, bool $isDry): void
    {
        if ($this->isThere($rig)) {
            throw CannotPlay::because('this show is connected already');
        }
        $folder = $this->folder($rig);
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true)) {
            throw CannotPlay::because('the folder of the show cannot be made; is the disk full?');
        }
        chmod($folder, 0o700);
        HostFolder::write("{$folder}/rig.json", $json);
        $log = "{$folder}/log";
        @unlink($log);
        $command = ['setsid', '--fork', 'bash', '-c', self::BEGIN, 'host', self::php(), '-d', 'memory_limit=1G', "{$this->projectDir}/src/zigzag.php"];
        array_push($command, 'live', "{$folder}/rig.json", '--state', "{$folder}/state", ...$isDry ? ['--dry'] : []);
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['file', $log, 'w'], ['file', $log, 'a']], $pipes);
        if (!\is_resource($process)) {
            throw CannotPlay::because('no host can be started on this computer');
        }
        proc_close($process);
        $this->await($rig, $log);
    }

    /**
     * Goes on with other rules while it plays. Rules with an error never take the place of good ones.
     *
     * @param string $json the rig as a file of it holds it, with its rules
     *
     * @throws CannotPlay
     */
    public function change(string $rig, string $json): void
    {
        $place = HostFolder::placeOf($this->state($rig));
        $file = "{$this->folder($rig)}/next.rig.json";
        HostFolder::write($file, $json);
        $planner = new LivePlanner($file);
        $rules = (new BookShelf($place))->put($planner->source(), $planner->text());
        $before = LivePlan::of((string) file_get_contents("{$place}/".LivePlan::FILE));
        // The plan first: a player that is started again from here on plays the new rules.
        HostFolder::write("{$place}/".LivePlan::FILE, $planner->plan($rules, [], $before->isDry)->text());
        rename($file, "{$this->folder($rig)}/rig.json");
        foreach ([Player::CONNECT, "rules {$rules}", Player::CONNECT] as $command) { // ports that only one of both rulebooks has
            $this->tell($rig, $command);
        }
    }

    /**
     * Connects what the rig says now while it plays: spares, and what had no connection. Rules stay as they are.
     *
     * @param string $json the rig as a file of it holds it
     *
     * @throws CannotPlay
     */
    public function reconnect(string $rig, string $json): void
    {
        $place = HostFolder::placeOf($this->state($rig));
        $file = "{$this->folder($rig)}/next.rig.json";
        [$stored, $playing] = [json_decode($json, true), json_decode($this->json($rig), true)];
        if (!\is_array($stored) || !\is_array($playing)) {
            throw CannotPlay::because('the rig that plays cannot be read any more; end it and connect it anew');
        }
        $playing['connections'] = (object) ($stored['connections'] ?? []);
        HostFolder::write($file, json_encode($playing, \JSON_THROW_ON_ERROR));
        $before = LivePlan::of((string) file_get_contents("{$place}/".LivePlan::FILE));
        HostFolder::write("{$place}/".LivePlan::FILE, (new LivePlanner($file))->plan($before->rules, [], $before->isDry)->text());
        rename($file, "{$this->folder($rig)}/rig.json");
        $this->tell($rig, Player::CONNECT);
    }

    /** Ends the host of a rig: notes off, pedals up, state kept. */
    public function end(string $rig): void
    {
        $pid = $this->pid($rig);
        if (null === $pid) {
            return;
        }
        posix_kill($pid, self::INTERRUPT);
        for ($end = microtime(true) + self::ENDS_WITHIN_S; $this->isThere($rig) && microtime(true) < $end;) {
            usleep(self::LOOK_US);
        }
    }

    public function isThere(string $rig): bool
    {
        return null !== $this->pid($rig);
    }

    /**
     * Tells the player of a rig something.
     *
     * @throws CannotPlay where it cannot be done, or nothing plays
     */
    public function tell(string $rig, string $command): void
    {
        $answer = $this->answer($rig, $command);
        if (Command::OK !== $answer) {
            throw CannotPlay::because($answer);
        }
    }

    /** @throws CannotPlay where no player answers; one that is just being started again is waited for */
    private function answer(string $rig, string $command): string
    {
        for ($end = microtime(true) + self::STARTS_AGAIN_WITHIN_S;; usleep(self::LOOK_US)) {
            try {
                return CommandSocket::tell(HostFolder::placeOf($this->state($rig)), $command);
            } catch (CannotPlay $cannot) {
                if (microtime(true) > $end || !$this->isThere($rig)) {
                    throw $cannot;
                }
            }
        }
    }

    /** Where the host of a rig keeps what it plays; null where nothing plays. */
    public function place(string $rig): ?string
    {
        try {
            return $this->isThere($rig) ? HostFolder::placeOf($this->state($rig)) : null;
        } catch (CannotPlay) {
            return null;
        }
    }

    /** The rig that plays, as a file of it holds it. */
    public function json(string $rig): string
    {
        return (string) @file_get_contents("{$this->folder($rig)}/rig.json");
    }

    /** What {@see Picture} shows, as JSON; null where nothing plays. */
    public function picture(string $rig): ?string
    {
        if (!$this->isThere($rig)) {
            return null;
        }
        try {
            $picture = (string) @file_get_contents(HostFolder::placeOf($this->state($rig)).'/'.Picture::FILE);
        } catch (CannotPlay) {
            return null;
        }

        return '' === $picture ? null : $picture;
    }

    private function isPlaying(string $rig): bool
    {
        $picture = json_decode($this->picture($rig) ?? '', true);

        return \is_array($picture) && true === ($picture['isPlaying'] ?? false);
    }

    /** @throws CannotPlay with what the host said before it ended */
    private function await(string $rig, string $log): void
    {
        $wasThere = false;
        for ($end = microtime(true) + self::BEGINS_WITHIN_S; microtime(true) < $end; usleep(self::LOOK_US)) {
            if ($this->isPlaying($rig)) {
                return;
            }
            $isThere = $this->isThere($rig);
            $lines = explode("\n", trim((string) @file_get_contents($log)));
            if (!$isThere && ($wasThere || '' !== $lines[0])) {
                throw CannotPlay::because(str_replace(\dirname($log).'/', '', $lines[\count($lines) - 1]));
            }
            $wasThere = $isThere;
        }
        throw CannotPlay::because('the player did not begin within eight seconds');
    }

    private function folder(string $rig): string
    {
        return $this->data->live().'/'.hash('xxh128', $rig);
    }

    private function state(string $rig): string
    {
        return $this->folder($rig).'/state';
    }

    private function pid(string $rig): ?int
    {
        return HostFolder::ownerOf($this->state($rig));
    }

    /** The command line of PHP: the server itself runs as another program. */
    private static function php(): string
    {
        return 'cli' === \PHP_SAPI ? \PHP_BINARY : \PHP_BINDIR.'/php';
    }
}

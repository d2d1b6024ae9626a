<?php

declare(strict_types=1);

namespace App\Live;

use App\Command\Files;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Compile\CompiledSource;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Forecast\HopMedium;
use ZigzagPost\Core\Live\Hazard\GuardedWay;
use ZigzagPost\Core\Live\Hazard\GuardedWays;
use ZigzagPost\Core\Midi\SerialWire;
use ZigzagPost\Core\Rig\Document\BackAgain;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Fit\Medium;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\World\HearingUnit;
use ZigzagPost\Core\World\Patch;

/** Makes the plan of a host out of a rig or a rulebook, and of what is to be connected. */
final class LivePlanner
{
    private readonly Checker $checked;
    private readonly ?Setup $setup;
    private readonly string $text;

    /** @throws CannotPlay where its rulebook has an error */
    public function __construct(private readonly string $file)
    {
        $isBook = 'book' === strtolower(pathinfo($file, \PATHINFO_EXTENSION));
        $analysis = $isBook ? null : new RigAnalysis(RigFile::setup(Files::rig($file)));
        $this->setup = $analysis?->setup;
        $this->text = $isBook ? Files::rulebookText($file) : $this->setup->rig->rulebook ?? '';
        $this->checked = $analysis?->checked() ?? Checker::check($this->text);
        foreach ($this->checked->findings as $finding) {
            if (Severity::Error === $finding->severity) {
                throw CannotPlay::because($finding->print($file));
            }
        }
        if ([] === $this->checked->book->ports) {
            throw CannotPlay::because("{$file}: there are no rules to play; write a rulebook first");
        }
    }

    public function source(): CompiledSource
    {
        return Compiler::source($this->checked->book, false, true); // any unit may have to be brought back
    }

    public function text(): string
    {
        return $this->text;
    }

    /** @return list<GuardedWay> ways to units that can hurt somebody */
    public function guarded(): array
    {
        return null === $this->setup ? [] : GuardedWays::of($this->setup);
    }

    public function setup(): ?Setup
    {
        return $this->setup;
    }

    /**
     * @param list<string> $connect `PORT=CONNECTION`, or `PORT.in=…` and `PORT.out=…` for one direction
     *
     * @throws CannotPlay where one of them names no port, or nothing that is there
     */
    public function plan(string $rules, array $connect, bool $isDry): LivePlan
    {
        [$in, $out] = [$this->kept(false), $this->kept(true)];
        foreach ($connect as $each) {
            [$where, $what] = explode('=', $each, 2) + [1 => ''];
            [$port, $direction] = explode('.', $where, 2) + [1 => ''];
            $declared = $this->checked->book->ports[$port] ?? null;
            if (null === $declared || !\in_array($direction, ['', 'in', 'out'], true)) {
                $known = implode(', ', array_keys($this->checked->book->ports));
                throw CannotPlay::because("--connect {$each}: {$where} is no port of {$this->file}; it has {$known}");
            }
            if (('in' === $direction && !$declared->isIn) || ('out' === $direction && !$declared->isOut)) {
                throw CannotPlay::because("--connect {$each}: nothing goes {$direction} at {$port}");
            }
            $connection = Connection::of($what);
            if ($connection->isDevice()) {
                $this->look($each, $connection->name);
            }
            if ('out' !== $direction && $declared->isIn) {
                $in[$port] = $connection;
            }
            if ('in' !== $direction && $declared->isOut) {
                $out[$port] = $connection;
            }
        }
        $ports = [];
        foreach ($this->checked->book->ports as $name => $declared) {
            $ports[] = new PlannedPort(
                (string) $name,
                $declared->isIn,
                $declared->isOut,
                $in[$name] ?? Connection::none(),
                $out[$name] ?? Connection::none(),
                $this->byteUs((string) $name),
                null === $this->setup ? [] : (new SwitchReleases($this->setup))->at((string) $name),
                $this->restores((string) $name),
            );
        }

        return new LivePlan($rules, $ports, $this->guarded(), $isDry);
    }

    /** @return list<string> units to be brought back when the device behind a port was away */
    private function restores(string $port): array
    {
        $connected = $this->setup->rig->connections[(string) gethostname()][$port] ?? null;
        if (null === $this->setup || BackAgain::ByItself !== $connected?->back) {
            return [];
        }

        return array_values(array_unique(array_map(static fn (HearingUnit $each): string => $each->unit, Patch::of($this->setup)->at[$port] ?? [])));
    }

    /**
     * What the rig says of this computer.
     *
     * @return array<string, Connection> by port
     *
     * @throws CannotPlay
     */
    private function kept(bool $isOut): array
    {
        $kept = [];
        foreach ($this->setup->rig->connections[(string) gethostname()] ?? [] as $port => $connected) {
            $text = $isOut ? $connected->out : $connected->in;
            if (null !== $text) {
                $kept[$port] = Connection::of($text);
            }
        }

        return $kept;
    }

    private function look(string $option, string $name): void
    {
        try {
            $path = Devices::find($name)->path;
        } catch (CannotPlay $cannot) {
            throw CannotPlay::because("--connect {$option}: {$cannot->getMessage()}");
        }
        if (!file_exists($path)) {
            throw CannotPlay::because("--connect {$option}: there is no {$path}; \"bin/zigzag live --list\" shows what can be connected");
        }
    }

    /** How long a byte takes on the wire behind an out port; a port of which nothing is known is taken for a serial one. */
    private function byteUs(string $port): int
    {
        $hops = null === $this->setup ? [] : (new Graph($this->setup))->from(new Socket(LeadEnd::POST, $port, true));
        foreach ($hops as $hop) {
            if (Medium::Serial !== HopMedium::of($this->setup, $hop)) {
                return 0;
            }
        }

        return SerialWire::BYTE_US;
    }
}

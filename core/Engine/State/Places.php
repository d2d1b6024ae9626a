<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Book\KeptStep;

/** Where the ports, rules and steps of a rulebook are found again in another one. */
final readonly class Places
{
    /**
     * @param array<int, int> $ports new positions of the ports that both have, with the same direction
     * @param array<int, int> $rules new positions of the rules that both have, by title
     * @param array<string, string> $steps new names of the steps that both have and that keep something
     * @param array<string, true> $same of these (by old name) those that read the same, as do their ports
     */
    private function __construct(public array $ports, public array $rules, public array $steps, private array $same)
    {
    }

    public static function between(CompiledBook $old, CompiledBook $new): self
    {
        $ports = [];
        $positions = array_flip($new->ports());
        foreach ($old->ports() as $was => $name) {
            $is = $positions[$name] ?? null;
            $goesSameWay =
                null !== $is
                && \in_array($was, $old->inPorts(), true) === \in_array($is, $new->inPorts(), true)
                && \in_array($was, $old->outPorts(), true) === \in_array($is, $new->outPorts(), true);
            if (null !== $is && $goesSameWay) {
                $ports[$was] = $is;
            }
        }
        $steps = [];
        $same = [];
        $found = [];
        $key = static fn (KeptStep $kept): string => "{$kept->ofTitle}\0{$kept->rule}\0{$kept->keyword}\0{$kept->ofKeyword}";
        foreach ($new->keeping() as $step => $kept) {
            $found[$key($kept)] = (string) $step;
        }
        foreach ($old->keeping() as $step => $kept) {
            $is = $found[$key($kept)] ?? null;
            if (null !== $is) {
                $steps[$step] = $is;
                if ($new->keeping()[$is]->written === $kept->written) {
                    $same[$step] = true;
                }
            }
        }

        return new self($ports, self::rules($old, $new), $steps, $same);
    }

    public function note(int $note): ?int
    {
        $port = $this->ports[Note::port($note)] ?? null;

        return null === $port ? null : Note::at($note, $port);
    }

    /** A channel of a port, see {@see Note::place()}. */
    public function place(int $place): ?int
    {
        $port = $this->ports[Note::portOfPlace($place)] ?? null;

        return null === $port ? null : Note::placeAt($place, $port);
    }

    public function control(int $control): ?int
    {
        $port = $this->ports[ControlAddress::port($control)] ?? null;

        return null === $port ? null : ControlAddress::at($control, $port);
    }

    /**
     * What is kept by control.
     *
     * @template T
     *
     * @param array<int, T> $kept
     *
     * @return array<int, T>
     */
    public function byControl(array $kept): array
    {
        $new = [];
        foreach ($kept as $control => $each) {
            $at = $this->control($control);
            if (null !== $at) {
                $new[$at] = $each;
            }
        }

        return $new;
    }

    /**
     * What is kept by port.
     *
     * @template T
     *
     * @param array<int, T> $kept
     *
     * @return array<int, T>
     */
    public function byPort(array $kept): array
    {
        $new = [];
        foreach ($kept as $port => $each) {
            if (isset($this->ports[$port])) {
                $new[$this->ports[$port]] = $each;
            }
        }

        return $new;
    }

    /** The owner of what a step began for a control. */
    public function owner(string $own): ?string
    {
        $parts = Owner::parts($own);
        $control = null === $parts->control ? null : $this->control($parts->control);
        $step = $this->steps[$parts->step] ?? null;

        return null === $control || null === $step ? null : Owner::of($parts->letter, $step, $control);
    }

    /** A step that reads the same as before. */
    public function sameStep(string $step): ?string
    {
        return isset($this->same[$step]) ? $this->steps[$step] : null;
    }

    /** A fader at a step, as takeovers call it. */
    public function link(string $link): ?string
    {
        $was = LinkKey::read($link);
        $control = $this->control($was->control);
        $step = $this->steps[$was->step] ?? null;

        return null === $control || null === $step ? null : LinkKey::of($step, $control);
    }

    /**
     * @param array<string, true> $links
     *
     * @return array<string, true>
     */
    public function links(array $links): array
    {
        return array_fill_keys(array_filter(array_map($this->link(...), array_map(strval(...), array_keys($links))), \is_string(...)), true);
    }

    /** @return array<int, int> */
    private static function rules(CompiledBook $old, CompiledBook $new): array
    {
        $named = [];
        foreach ($new->rules() as $index => $rule) {
            $named[$rule->title][] = $index;
        }
        $rules = [];
        $seen = [];
        foreach ($old->rules() as $index => $rule) {
            $is = $named[$rule->title][$seen[$rule->title] ?? 0] ?? null;
            $seen[$rule->title] = ($seen[$rule->title] ?? 0) + 1;
            if (null !== $is) {
                $rules[$index] = $is;
            }
        }

        return $rules;
    }
}

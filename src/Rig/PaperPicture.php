<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Sort;
use ZigzagPost\Core\Rig\Document\Lead;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** The rig as a picture for paper, as SVG: who sends on the left, the post, who hears on the right; what feeds them below. In black alone. */
final class PaperPicture
{
    private const WIDTH = 130;
    private const HEIGHT = 40;
    private const GAP_X = 52;
    private const GAP_Y = 12;
    private const EDGE = 6;

    /** @var array<string, PaperPlace> by unit */
    private array $at = [];
    private int $rows = 1;
    /** Rows beside the post. */
    private int $span = 1;
    private int $columns = 1;

    private function __construct(private readonly Setup $setup)
    {
        $this->place();
    }

    /** @return string|null null where there is nothing to be seen */
    public static function of(Setup $setup): ?string
    {
        return [] === $setup->rig->units ? null : (new self($setup))->svg();
    }

    private function svg(): string
    {
        $width = $this->columns * (self::WIDTH + self::GAP_X) - self::GAP_X + 2 * self::EDGE;
        $height = $this->rows * (self::HEIGHT + self::GAP_Y) - self::GAP_Y + 2 * self::EDGE;
        $parts = [];
        foreach ($this->setup->rig->leads as $index => $lead) {
            $parts[] = $this->line($lead, $index);
        }
        foreach (array_keys($this->at) as $name) {
            $parts[] = $this->box((string) $name);
        }

        return \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%1$d" height="%2$d" viewBox="0 0 %1$d %2$d" font-family="sans-serif">%3$s</svg>',
            $width,
            $height,
            implode('', $parts),
        );
    }

    /** Columns by the leads between a unit and the post; without the post by those between it and whoever nobody leads to. */
    private function place(): void
    {
        $far = $this->distances();
        $left = array_map(static fn (Device $box): bool => \in_array($box->chart->sort, [Sort::Controller, Sort::Host], true), $this->setup->boxes);
        $most = 0;
        foreach ($far as $name => $hops) {
            $most = ($left[$name] ?? false) ? max($most, $hops) : $most;
        }
        $filled = [];
        $loose = [];
        foreach ($this->setup->boxes as $name => $box) {
            if ($box->isPost()) {
                if (isset($far[LeadEnd::POST])) {
                    $this->at[LeadEnd::POST] = new PaperPlace($most, 0);
                }
                continue;
            }
            if (!isset($far[$name])) {
                $loose[] = (string) $name;
                continue;
            }
            $column = ($left[$name] ?? false) ? $most - $far[$name] : $most + $far[$name];
            $this->at[(string) $name] = new PaperPlace($column, $filled[$column] ?? 0);
            $filled[$column] = ($filled[$column] ?? 0) + 1;
        }
        $first = [] === $this->at ? 0 : min(array_column($this->at, 'column'));
        $this->at = array_map(static fn (PaperPlace $place): PaperPlace => new PaperPlace($place->column - $first, $place->row), $this->at);
        $this->columns = 1 + max([0, ...array_column($this->at, 'column')]);
        $this->rows = $this->span = max([1, ...array_values($filled)]);
        foreach ($loose as $index => $name) {
            $this->at[$name] = new PaperPlace($index % $this->columns, $this->rows + intdiv($index, $this->columns));
        }
        $this->rows = 1 + max([0, ...array_column($this->at, 'row')]);
    }

    /** @return array<string, int> leads between a unit and where it is counted from */
    private function distances(): array
    {
        $beside = $led = [];
        foreach ($this->setup->rig->leads as $lead) {
            if (!$this->isPower($lead)) {
                $beside[$lead->a->unit][] = $lead->b->unit;
                $beside[$lead->b->unit][] = $lead->a->unit;
                $led[$lead->b->unit] = true;
            }
        }
        $queue = isset($beside[LeadEnd::POST]) ? [LeadEnd::POST] : array_map(strval(...), array_keys(array_diff_key($beside, $led)));
        $far = array_fill_keys($queue, 0);
        while ([] !== $queue) {
            $name = array_shift($queue);
            foreach ($beside[$name] ?? [] as $other) {
                if (!isset($far[$other])) {
                    $far[$other] = $far[$name] + 1;
                    $queue[] = $other;
                }
            }
        }

        return $far;
    }

    private function isPower(Lead $lead): bool
    {
        foreach ([$lead->a, $lead->b] as $end) {
            $plug = $this->setup->box($end->unit)?->chart->plug($end->plug);
            if (null !== $plug && Carries::Power === ($plug->uses[0] ?? null)?->carries) {
                return true;
            }
        }

        return false;
    }

    private function line(Lead $lead, int $index): string
    {
        [$a, $b] = [$this->at[$lead->a->unit] ?? null, $this->at[$lead->b->unit] ?? null];
        if (null === $a || null === $b || $lead->a->unit === $lead->b->unit) {
            return '';
        }
        [$from, $to] = [$this->socket($lead->a->unit, $lead->b->unit), $this->socket($lead->b->unit, $lead->a->unit)];
        $bend = $from->x + ($to->x - $from->x) * (0.3 + ($index % 5) * 0.1);

        return \sprintf(
            '<path d="M%1$.1F %2$.1FH%3$.1FL%4$.1F %5$.1FH%6$.1F" fill="none" stroke="#000" stroke-width="%7$s"%8$s/>',
            $from->x,
            $from->y,
            $bend,
            $bend + ($to->x > $from->x ? 8 : -8),
            $to->y,
            $to->x,
            $this->isPower($lead) ? '0.8' : '1.6',
            $this->isPower($lead) ? ' stroke-dasharray="1 4"' : '',
        );
    }

    /** Where a lead meets a box: at the side that looks to the other end; at the post, at its height. */
    private function socket(string $unit, string $other): PaperPoint
    {
        [$at, $to] = [$this->corner($unit), $this->corner($other)];
        $x = $to->x > $at->x ? $at->x + self::WIDTH : ($to->x < $at->x ? $at->x : $at->x + self::WIDTH / 2);

        return new PaperPoint($x, (LeadEnd::POST === $unit ? $to->y : $at->y) + self::HEIGHT / 2);
    }

    private function corner(string $unit): PaperPoint
    {
        $place = $this->at[$unit] ?? new PaperPlace(0, 0);

        return new PaperPoint(
            self::EDGE + $place->column * (self::WIDTH + self::GAP_X),
            self::EDGE + $place->row * (self::HEIGHT + self::GAP_Y),
        );
    }

    private function box(string $name): string
    {
        $at = $this->corner($name);
        $isPost = LeadEnd::POST === $name;
        $label = $isPost ? 'Zigzag Post' : (string) $this->setup->box($name)?->label();
        $height = ($isPost ? $this->span : 1) * (self::HEIGHT + self::GAP_Y) - self::GAP_Y;
        $words = [self::text($at->x + 8, $at->y + 17, 13, $label, true)];
        if (!$isPost) {
            $about = array_filter([$this->channel($name), (string) $this->setup->rig->unit($name)?->place]);
            $words[] = self::text($at->x + 8, $at->y + 32, 10.5, implode(', ', $about), false);
        }

        return \sprintf(
            '<rect x="%.1F" y="%.1F" width="%d" height="%d" rx="4" fill="#fff" stroke="#000" stroke-width="1.2"/>%s',
            $at->x,
            $at->y,
            self::WIDTH,
            $height,
            implode('', $words),
        );
    }

    private function channel(string $name): string
    {
        $box = $this->setup->box($name);
        foreach ([...$box->chart->hears ?? [], ...$box->chart->sends ?? []] as $part) {
            $channel = $box?->channel($part->channel);
            if (null !== $channel) {
                return \is_int($channel) ? "ch {$channel}" : $channel;
            }
        }

        return '';
    }

    private static function text(float $x, float $y, float $size, string $words, bool $isBold): string
    {
        $most = (int) ((self::WIDTH - 14) / ($size * 0.56));
        $short = mb_strlen($words) > $most ? mb_substr($words, 0, $most - 1).'…' : $words;

        return \sprintf(
            '<text x="%.1F" y="%.1F" font-size="%.1F"%s>%s</text>',
            $x,
            $y,
            $size,
            $isBold ? ' font-weight="bold"' : '',
            htmlspecialchars($short, \ENT_XML1),
        );
    }
}

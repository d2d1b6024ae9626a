<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use ZigzagPost\Tests\Core\Rig\AnyDirectRig;

/**
 * Somebody who has the printed load-in list and the boxes of a small rig, and nothing else: does each line, or all but one. The boxes
 * know only the facts that the rig was made from.
 */
final class FollowedCard
{
    /** @var array<string, array<string, int|string>> where each box really stands, by setting */
    private array $stands = [];
    /** @var array<string, string> maps of the cables that lie, by the box that they lead to */
    private array $cables;

    /** @param array<string, int|string> $hidden where settings stand that nobody knows of, by "unit setting" */
    public function __construct(private readonly AnyDirectRig $rig, array $hidden)
    {
        foreach ($rig->settings as $setting) {
            $this->stands[$setting['unit']][$setting['id']] =
                $setting['ticked'] ?? $setting['factory'] ?? $hidden["{$setting['unit']} {$setting['id']}"] ?? $setting['values'][0];
        }
        $this->cables = $rig->cables;
    }

    /** @return list<CardLine> */
    public static function lines(string $html): array
    {
        $page = new \DOMDocument();
        @$page->loadHTML('<?xml encoding="utf-8"?>'.$html);
        $rows = (new \DOMXPath($page))->query("//h2[.='Load-in list']/following-sibling::table[1]//tr[td]");
        $lines = [];
        foreach (false === $rows ? [] : $rows as $row) {
            $cells = [];
            foreach ($row instanceof \DOMElement ? $row->childNodes : [] as $cell) {
                $cell instanceof \DOMElement ? $cells[] = trim($cell->textContent) : null;
            }
            preg_match('/^(look: )?(.+?): (.+)$/', $cells[2] ?? '', $what);
            $lines[] = new CardLine($cells[1] ?? '', $what[2] ?? '', $what[3] ?? '', '' !== ($what[1] ?? ''));
        }

        return $lines;
    }

    public function does(CardLine $line): void
    {
        if (str_starts_with($line->unit, 'Lead to ')) {
            $this->cables[substr($line->unit, 8)] = str_contains($line->value, 'crossed') ? 'crossed' : 'straight';
        } else {
            $this->turns($line, ctype_digit($line->value) ? (int) $line->value : $line->value);
        }
    }

    public function turns(CardLine $line, int|string $value): void
    {
        $this->stands[$line->unit][lcfirst($line->title)] = $value;
    }

    /** @return list<string> boxes that hear a note of a board */
    public function heard(string $board): array
    {
        $heard = [];
        $from = $this->stands[$board];
        $isOn = 'off' !== ($from['transmit'] ?? '') && 'switch' !== ($from['jack'] ?? '');
        foreach ($this->rig->behind[$board] as $box) {
            $at = $this->stands[$box];
            $isCrossed = 'crossed' === ($this->cables[$box] ?? 'straight');
            $isOn = $isOn && 'pedal' !== ($at['jack'] ?? '') && (('ring' === ($at['wiring'] ?? 'tip')) === $isCrossed);
            if ($isOn && 'off' !== ($at['receive'] ?? '') && ('omni' === $at['channel'] || $at['channel'] === $from['channel'])) {
                $heard[] = $box;
            }
            $isOn = $isOn && 'off' !== ($at['thru'] ?? '');
        }

        return $heard;
    }

    /** @param array<string, bool> $wished by "board box", whether it is to be heard there */
    public function works(array $wished): bool
    {
        foreach ($this->rig->boards as $board) {
            $heard = $this->heard($board);
            foreach ($this->rig->behind[$board] as $box) {
                if (($wished["{$board} {$box}"] ?? \in_array($box, $heard, true)) !== \in_array($box, $heard, true)) {
                    return false;
                }
            }
        }

        return true;
    }
}

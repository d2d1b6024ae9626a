<?php

declare(strict_types=1);

namespace App\Rig;

use App\Entity\Document;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Card\Transfer;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Rig\Setup\Device;

/** What is computed from a rig, part by part; each is worked out when it is first asked for. */
final readonly class ComputedParts
{
    public const NAMES = ['ports', 'wires', 'plan', 'plays', 'transfers', 'fit', 'findings'];

    public function __construct(private RigStore $rigs, private KeptAnswers $kept)
    {
    }

    /**
     * @param list<string> $names of {@see NAMES}
     *
     * @return array<mixed>|null by names of fields; null where the rig cannot be read
     *
     * @throws BadData
     */
    public function of(Document $document, array $names): ?array
    {
        $analysis = null;
        $sum = $this->kept->sum($document);
        $parts = ['version' => $document->version];
        foreach ($names as $name) {
            $part = $this->kept->under("computed-{$name}.{$sum}", function () use ($document, $name, &$analysis): ?array {
                $analysis ??= $this->rigs->analysisOf($document->id);

                return null === $analysis ? null : self::part($name, $analysis);
            });
            if (null === $part) {
                return null;
            }
            $parts = [...$parts, ...(array) $part];
        }

        return $parts;
    }

    /** @return array<string, mixed> */
    private static function part(string $name, RigAnalysis $analysis): array
    {
        $setup = $analysis->setup;

        return match ($name) {
            'ports' => [
                'ports' => array_map(
                    static fn ($port): array => ['name' => $port->name->text, 'in' => $port->isIn, 'out' => $port->isOut, 'pulse' => $port->pulse],
                    array_values($setup->book->ports ?? []),
                ),
            ],
            'wires' => ['wires' => WiresView::of($setup)],
            'plan' => ['plan' => PlanView::of($analysis->plan())],
            'plays' => ['plays' => MatrixView::of($analysis->matrix(), $setup)],
            'transfers' => ['transfers' => array_values(array_filter(array_map(self::transfer(...), $setup->boxes)))],
            'fit' => ['fit' => FitView::of($analysis->fits())],
            default => FindingsView::of(Examination::of($analysis), $setup->rig),
        };
    }

    /** @return array{unit: string, of: string, done: bool}|null */
    private static function transfer(Device $box): ?array
    {
        $transfer = Transfer::of($box);

        return null === $transfer ? null : ['unit' => $box->name, 'of' => $transfer->of, 'done' => $transfer->isDone()];
    }
}

<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Midi\Reckoning;

/** The small sums, for the screen. */
final readonly class ReckonController
{
    #[Route('/api/reckon/{what}', methods: 'GET', requirements: ['what' => 'program|shown|halves|whole|shortfall|tempo|wire'])]
    public function reckon(string $what, Request $request): JsonResponse
    {
        $of = static function (string $name, float $least, float $most) use ($request): float {
            $text = str_replace(',', '.', $request->query->getString($name));
            $number = is_numeric($text) ? (float) $text : null;

            return null === $number || $number < $least || $number > $most
                ? throw ApiProblem::badRequest("\"{$name}\" should be a number from {$least} to {$most}")
                : $number;
        };
        $whole = static fn (string $name, int $least, int $most): int => (int) $of($name, $least, $most);
        $reckoned = match ($what) {
            'program' => Reckoning::program($whole('shown', 0, 2_097_152), $whole('first', 0, 1), $whole('perBank', 1, 128)),
            'shown' => Reckoning::shown($whole('program', 0, 127), $whole('bank', 0, 16383), $whole('first', 0, 1), $whole('perBank', 1, 128)),
            'halves' => Reckoning::halves($whole('number', 0, 16383)),
            'whole' => Reckoning::whole($whole('msb', 0, 127), $whole('lsb', 0, 127)),
            'shortfall' => Reckoning::shortfall($of('reached', 0, 16383), $of('full', 1, 16383), $of('semitones', 0, 96)),
            'tempo' => Reckoning::tempo($of('bpm', 1, 1000)),
            default => Reckoning::wire($whole('messages', 1, 10_000), $whole('bytes', 1, 1000)),
        };

        return new JsonResponse([
            'formula' => $reckoned->formula,
            'results' => array_map(get_object_vars(...), $reckoned->results),
        ]);
    }
}

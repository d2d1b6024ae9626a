<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\ChosenStandIns;
use App\Bench\ShippedCharts;
use App\Documents\LockedShow;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\World\StandIn;

/** What stands in at ports to which no unit of a rig is led. */
final readonly class StandInController
{
    public function __construct(private ShippedCharts $charts, private ChosenStandIns $chosen)
    {
    }

    /** The charts that there are to choose from. */
    #[Route('/api/stand-ins', methods: 'GET')]
    public function charts(): JsonResponse
    {
        $charts = [];
        foreach ($this->charts->all() as $id => $chart) {
            $charts[] = ['id' => $id, 'name' => $chart->name, 'plays' => null !== $chart->sends, 'hasChannel' => null !== $chart->setting('channel')];
        }

        return new JsonResponse($charts);
    }

    /**
     * Chooses what stands in at a port, or leaves it to what is proposed.
     *
     * @throws LockedShow
     */
    #[Route('/api/rulebooks/{id}/stand-ins', methods: 'PUT')]
    public function choose(string $id, Request $request): Response
    {
        $body = Body::of($request);
        [$port, $chart] = [$body->text('port', 100), $body->textOrNull('chart', 40)];
        $isHearing = $body->isTrue('hears');
        $shipped = null === $chart ? null : $this->charts->all()[$chart] ?? null;
        if (null !== $chart && ($isHearing ? null === $shipped?->hears : null === $shipped?->sends)) {
            throw ApiProblem::unprocessable("no chart called {$chart} ".($isHearing ? 'hears' : 'plays').'; /api/stand-ins lists those that there are');
        }
        $standIn = null === $chart ? null : new StandIn($chart, $body->numberOrNull('channel', 1, 16));
        if (!$this->chosen->choose($id, $isHearing ? "{$port} out" : $port, $standIn)) {
            throw ApiProblem::notFound('rulebook');
        }

        return new Response(null, 204);
    }
}

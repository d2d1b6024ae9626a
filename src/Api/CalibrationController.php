<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\LockedShow;
use App\Documents\Outdated;
use App\Rig\CalibrationView;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Calibration\ScaleLines;

/** Calibrating: a pedal is moved heel, toe, heel; what was measured is kept with its unit. */
final readonly class CalibrationController
{
    private const LATEST_US = 1_000_000_000_000;

    public function __construct(private RigStore $rigs)
    {
    }

    /** What was moved, and where its ends are. */
    #[Route('/api/rigs/{id}/calibrate', methods: 'POST')]
    public function calibrate(string $id, Request $request): JsonResponse
    {
        $analysis = $this->rigs->analysisOf($id) ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        $measured = CalibrationView::of($analysis, LearnController::events($body), $body->number('toUs', 0, self::LATEST_US));

        return new JsonResponse($measured);
    }

    /**
     * The edits by which rules that scale the value of a control by hand scale it from its measured ends; nothing is changed yet.
     *
     * @throws BadData
     * @throws RulebookError
     */
    #[Route('/api/rigs/{id}/scale-lines', methods: 'POST')]
    public function scaleLines(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $analysis = $this->rigs->analysis($id, $body->text('text', Parser::MAX_BYTES));

        return new JsonResponse(
            array_map(
                get_object_vars(...),
                ScaleLines::edits(
                    $analysis,
                    $body->text('unit', 200),
                    $body->text('control', 200),
                    $body->number('heel', -8192, 16383),
                    $body->number('toe', -8192, 16383),
                ),
            ),
        );
    }

    /**
     * Keeps what was measured with the unit.
     *
     * @throws BadData
     * @throws LockedShow
     */
    #[Route('/api/rigs/{id}/measured', methods: 'POST')]
    public function measured(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        $rig = Json::members($this->rigs->text($document));
        $units = \is_array($rig['units'] ?? null) ? $rig['units'] : [];
        $name = $body->text('unit', 200);
        $unit = current(array_filter($units, static fn (mixed $unit): bool => $unit instanceof \stdClass && ($unit->name ?? null) === $name));
        if (false === $unit) {
            throw ApiProblem::notFound('unit');
        }
        $unit->measured = (object) ([
            $body->text('control', 200) => [
                'heel' => $body->number('heel', -8192, 16383),
                'toe' => $body->number('toe', -8192, 16383),
                'noise' => $body->number('noise', 0, 16383),
            ],
        ] + (array) ($unit->measured ?? []));
        try {
            $this->rigs->write($document, $document->name, Json::encode($rig), $document->version, Author::of($request));
        } catch (Outdated) {
            throw ApiProblem::conflict('the rig is being changed in another window just now; do it again', []);
        }

        return new JsonResponse(['version' => $document->version]);
    }
}

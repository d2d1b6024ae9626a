<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\LockedShow;
use App\Rig\KeptAnswers;
use App\Rig\KeptUses;
use App\Rig\LeapView;
use App\Rig\RigStore;
use App\Rig\ShowView;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Step\TakesOver;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Leap\Leaps;
use ZigzagPost\Core\Show\Learn\LearnTarget;
use ZigzagPost\Core\Show\Learn\Targets;
use ZigzagPost\Core\Show\Sheet\CopyCheck;
use ZigzagPost\Core\Show\Sheet\ProgramSheet;
use ZigzagPost\Core\Show\Sheet\SwitchEdits;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Show\Sheet\WholeCopy;

/** The sheets of a show: views of the rules, whose changes are changes of the rules. */
final readonly class SheetController
{
    public function __construct(private RigStore $rigs, private RuleChanges $changes, private KeptAnswers $kept, private KeptUses $uses)
    {
    }

    /**
     * What each scene calls and each control does.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/show', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');

        return new JsonResponse($this->kept->of($document, 'sheets', function () use ($id): array {
            $analysis = $this->analysis($id);

            return ShowView::of($analysis, $this->uses->stored($analysis));
        }));
    }

    /** Everything that a control of the rig can be told to do. */
    #[Route('/api/rigs/{id}/show/targets', methods: 'GET')]
    public function targets(string $id): JsonResponse
    {
        return new JsonResponse(array_map(get_object_vars(...), Targets::of($this->analysis($id))));
    }

    /**
     * Lets a scene call a program of a unit, or none.
     *
     * @throws LockedShow
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/show/cell', methods: 'POST')]
    public function cell(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        [$scene, $unit, $program] = [$body->text('scene', 200), $body->text('unit', 200), $body->textOrNull('program', 200)];

        return $this->changes->make(
            $document,
            static fn (Source $source): array => ProgramSheet::edits($source, $scene, $unit, $program),
            $request,
            staysSound: true,
        );
    }

    /**
     * Assigns something to a control, takes it from it, or lets another control do the same.
     *
     * @throws LockedShow
     * @throws BadData
     * @throws RulebookError
     */
    #[Route('/api/rigs/{id}/show/switch', methods: 'POST')]
    public function switch(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $analysis = $this->analysis($id);
        $body = Body::of($request);
        $box = self::unit($analysis, $body);
        $control = self::control($box, $body);
        $edits = new SwitchEdits($analysis);
        $do = $body->text('do', 20);
        if ('assign' === $do) {
            [$scene, $gesture, $target] = [$body->textOrNull('scene', 200), $body->text('gesture', 20), $body->object('target')];
            if (!\in_array($gesture, ['press', 'short', 'held', 'twice', 'move'], true)) {
                throw ApiProblem::badRequest('"gesture" should be press, short, held, twice or move');
            }
            $wanted = new LearnTarget($target->text('what', 20), $target->textOrNull('unit', 200), $target->text('title', 200), '');

            return $this->changes->make(
                $document,
                static fn (): array => $edits->assign($box, $control, $scene, $gesture, $wanted),
                $request,
                ['same' => []],
                true,
            );
        }
        $line = $body->number('line', 1, 1_000_000);
        if ('clear' === $do) {
            return $this->changes->make($document, static fn (): array => $edits->clear($box, $control, $line), $request, ['same' => []]);
        }
        if ('copy' !== $do && 'move' !== $do) {
            throw ApiProblem::badRequest("\"do\" should be assign, clear, copy or move, not {$do}");
        }
        $toBox = self::unit($analysis, $body->object('to'));
        $toControl = self::control($toBox, $body->object('to'));
        $scene = $body->object('to')->textOrNull('scene', 200);
        $does = SwitchSheet::of($analysis)->use($box->name, $control->name, $line)->does ?? [];

        return $this->changes->make(
            $document,
            static fn (): array => 'copy' === $do
                ? $edits->copy($box, $control, $line, $toBox, $toControl, $scene)
                : $edits->move($box, $control, $line, $toBox, $toControl, $scene),
            $request,
            ['same' => 'copy' === $do ? CopyCheck::same($box, $control, $toBox, $toControl, $does) : []],
            true,
        );
    }

    /**
     * Lets a whole layer of a unit, or a whole scene, do what another does.
     *
     * @throws LockedShow
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/show/copy', methods: 'POST')]
    public function copy(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $analysis = $this->analysis($id);
        $body = Body::of($request);
        [$unit, $from, $to] = [$body->textOrNull('unit', 200), $body->textOrNull('from', 200), $body->textOrNull('to', 200)];
        $box = null === $unit ? null : $analysis->setup->box($unit) ?? throw ApiProblem::notFound('unit');
        try {
            $copy = null === $box ? WholeCopy::scene($analysis, $from ?? '', $to ?? '') : WholeCopy::layer($analysis, $box, $from, $to);
        } catch (RulebookError $error) {
            throw ApiProblem::unprocessable($error->getMessage());
        }

        return $this->changes->make($document, static fn (): array => $copy->edits, $request, ['same' => $copy->same, 'left' => $copy->left], true);
    }

    /**
     * What leaps, when a control is first moved after a change of scene.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/leaps', methods: 'GET')]
    public function leaps(string $id): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');

        return new JsonResponse($this->kept->of($document, 'leaps', fn (): array => LeapView::of($this->analysis($id))));
    }

    /**
     * Writes another takeover into a rule.
     *
     * @throws LockedShow
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/leaps', methods: 'POST')]
    public function takeover(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        [$line, $takeover] = [$body->number('line', 1, 1_000_000), $body->text('takeover', 20)];
        if (!\in_array($takeover, TakesOver::TAKEOVERS, true)) {
            throw ApiProblem::badRequest('"takeover" should be jump, pickup or scaled');
        }

        return $this->changes->make($document, static fn (Source $source): array => Leaps::edits($source, $line, $takeover), $request);
    }

    private static function unit(RigAnalysis $analysis, Body $body): Device
    {
        return $analysis->setup->box($body->text('unit', 200)) ?? throw ApiProblem::notFound('unit');
    }

    private static function control(Device $unit, Body $body): Control
    {
        return $unit->control($body->text('control', 200)) ?? throw ApiProblem::notFound('control');
    }

    private function analysis(string $id): RigAnalysis
    {
        return $this->rigs->analysisOf($id) ?? throw ApiProblem::notFound('rig');
    }
}

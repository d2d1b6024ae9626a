<?php

declare(strict_types=1);

namespace App\Api;

use App\Entity\Document;
use App\Live\CannotPlay;
use App\Live\Devices;
use App\Live\FoundDevice;
use App\Live\LiveHosts;
use App\Live\Picture;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Cautions;
use ZigzagPost\Core\Live\Hazard\GuardedWays;
use ZigzagPost\Core\Rig\Chart\Hazard;
use ZigzagPost\Core\World\HearingUnit;
use ZigzagPost\Core\World\Patch;

/** A show between real devices: connecting, what people do while it plays, and what they see of it. */
final readonly class LiveController
{
    private const ARM = 'arm';
    private const RULES = 'rules';
    private const DEEDS = [self::RULES, 'panic', 'scene', 'song', 'restore', 'mute', 'unmute', self::ARM, 'disarm'];

    public function __construct(private RigStore $rigs, private LiveHosts $hosts)
    {
    }

    /** What can be connected, and what has to be armed. */
    #[Route('/api/rigs/{id}/live', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        $analysis = $this->rigs->analysisOf($id) ?? throw ApiProblem::notFound('rig');
        $hearing = Patch::of($analysis->setup)->at;
        $ports = [];
        foreach ($analysis->setup->book->ports ?? [] as $name => $port) {
            $units = array_map(static fn (HearingUnit $each): string => $each->unit, $hearing[$name] ?? []);
            $ports[] = ['port' => (string) $name, 'isIn' => $port->isIn, 'isOut' => $port->isOut, 'units' => array_values(array_unique($units))];
        }

        return new JsonResponse([
            'computer' => (string) gethostname(),
            'rules' => Picture::sumOf($analysis->setup->rig->rulebook ?? ''),
            'ports' => $ports,
            'devices' => array_map(
                static fn (FoundDevice $device): array => ['name' => $device->name, 'title' => $device->title, 'path' => $device->path],
                Devices::list(),
            ),
            'units' => $this->units($analysis),
        ]);
    }

    /** What plays at this moment. */
    #[Route('/api/rigs/{id}/live/now', methods: 'GET')]
    public function now(string $id): JsonResponse
    {
        return $this->picture($this->rig($id));
    }

    /** @throws BadData */
    #[Route('/api/rigs/{id}/live', methods: 'PUT')]
    public function connect(string $id, Request $request): JsonResponse
    {
        $rig = $this->rig($id);
        $isDry = Body::of($request)->isTrue('isDry');
        try {
            $this->hosts->begin($rig->id, $this->json($rig), $isDry);
        } catch (CannotPlay $cannot) {
            throw ApiProblem::unprocessable($cannot->getMessage());
        }

        return $this->picture($rig);
    }

    #[Route('/api/rigs/{id}/live', methods: 'DELETE')]
    public function disconnect(string $id): JsonResponse
    {
        $rig = $this->rig($id);
        $this->hosts->end($rig->id);

        return $this->picture($rig);
    }

    /** @throws BadData */
    #[Route('/api/rigs/{id}/live/do', methods: 'POST')]
    public function do(string $id, Request $request): JsonResponse
    {
        $rig = $this->rig($id);
        $body = Body::of($request);
        $deed = $body->text('do', 20);
        if (!\in_array($deed, self::DEEDS, true)) {
            throw ApiProblem::badRequest('"do" is one of '.implode(', ', self::DEEDS));
        }
        if (self::ARM === $deed && !$body->isTrue('hasReadCaution')) {
            throw ApiProblem::unprocessable('read the caution of this unit first; it is armed by who has');
        }
        $about = $body->textOrNull('about', 200) ?? '';
        try {
            self::RULES === $deed ? $this->hosts->change($rig->id, $this->json($rig)) : $this->hosts->tell($rig->id, trim("{$deed} {$about}"));
        } catch (CannotPlay $cannot) {
            throw ApiProblem::unprocessable($cannot->getMessage());
        }

        return $this->picture($rig);
    }

    /**
     * The rig as a file of it holds it, with its rules.
     *
     * @throws BadData
     */
    private function json(Document $rig): string
    {
        return Json::encode((object) [...Json::members($this->rigs->text($rig)), ...$this->rules($rig)]);
    }

    /**
     * @return array{rulebook?: string}
     *
     * @throws BadData
     */
    private function rules(Document $rig): array
    {
        $text = $this->rigs->whole($rig)['rulebook'] ?? null;

        return \is_string($text) ? ['rulebook' => $text] : [];
    }

    private function rig(string $id): Document
    {
        return $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
    }

    private function picture(Document $rig): JsonResponse
    {
        return JsonResponse::fromJsonString('{"picture":'.($this->hosts->picture($rig->id) ?? 'null').'}');
    }

    /** @return list<array{unit: string, cautions: list<string>}> */
    private function units(RigAnalysis $analysis): array
    {
        $units = [];
        foreach (GuardedWays::of($analysis->setup) as $way) {
            $hazards = $analysis->setup->box($way->unit)->chart->hazards ?? [];
            $units[$way->unit] = [
                'unit' => $way->unit,
                'cautions' => array_map(static fn (Hazard $hazard): string => Cautions::ofHazard($hazard, $way->unit), $hazards),
            ];
        }

        return array_values($units);
    }
}

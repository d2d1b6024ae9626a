<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\ConnectedBenches;
use App\Entity\Document;
use App\Live\CannotPlay;
use App\Live\Devices;
use App\Live\FoundDevice;
use App\Live\LiveHosts;
use App\Live\Picture;
use App\Rig\RigStore;
use App\Storage\StorageProblem;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Examination\Cautions;
use ZigzagPost\Core\Live\Hazard\GuardedWays;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Identity;
use ZigzagPost\Core\Rig\Chart\Hazard;
use ZigzagPost\Core\Show\Learn\LikelySender;
use ZigzagPost\Core\World\HearingUnit;
use ZigzagPost\Core\World\Patch;

/** A show between real devices: connecting, what people do while it plays, and what they see of it. */
final readonly class LiveController
{
    private const ARM = 'arm';
    private const RULES = 'rules';
    private const CONNECT = 'connect';
    private const DEEDS = [self::RULES, self::CONNECT, 'panic', 'scene', 'song', 'restore', 'mute', 'unmute', 'ask', self::ARM, 'disarm'];

    public function __construct(private RigStore $rigs, private LiveHosts $hosts, private ConnectedBenches $benches)
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

    /**
     * What plays at this moment.
     *
     * @throws StorageProblem
     */
    #[Route('/api/rigs/{id}/live/now', methods: 'GET')]
    public function now(string $id): JsonResponse
    {
        return $this->picture($this->rig($id));
    }

    /**
     * On what program units stand while real devices play.
     *
     * @throws StorageProblem
     */
    #[Route('/api/rigs/{id}/live/standing', methods: 'GET')]
    public function standing(string $id): JsonResponse
    {
        $bench = $this->benches->bench($this->rig($id)->id);

        return new JsonResponse(['units' => null === $bench ? [] : $this->benches->standing($bench)]);
    }

    /** The pictures of what plays as a WebSocket: its host serves it; here is decided who may see it. */
    #[Route('/api/rigs/{id}/live/pictures', methods: 'GET')]
    public function pictures(string $id): Response
    {
        $place = $this->hosts->place($this->rig($id)->id) ?? throw ApiProblem::notFound('show that plays between real devices');

        return new Response('', 200, ['X-Accel-Redirect' => '/watched/'.basename($place)]);
    }

    /**
     * @throws BadData
     * @throws StorageProblem
     */
    #[Route('/api/rigs/{id}/live', methods: 'PUT')]
    public function connect(string $id, Request $request): JsonResponse
    {
        $rig = $this->rig($id);
        $isDry = Body::of($request)->isTrue('isDry');
        try {
            $this->hosts->begin($rig->id, $this->rigs->file($rig), $isDry);
        } catch (CannotPlay $cannot) {
            throw ApiProblem::unprocessable($cannot->getMessage());
        }

        return $this->picture($rig);
    }

    /** @throws StorageProblem */
    #[Route('/api/rigs/{id}/live', methods: 'DELETE')]
    public function disconnect(string $id): JsonResponse
    {
        $rig = $this->rig($id);
        $this->hosts->end($rig->id);

        return $this->picture($rig);
    }

    /**
     * @throws BadData
     * @throws StorageProblem
     */
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
            match ($deed) {
                self::RULES => $this->hosts->change($rig->id, $this->rigs->file($rig)),
                self::CONNECT => $this->hosts->reconnect($rig->id, $this->rigs->file($rig)),
                default => $this->hosts->tell($rig->id, trim("{$deed} {$about}")),
            };
        } catch (CannotPlay $cannot) {
            throw ApiProblem::unprocessable($cannot->getMessage());
        }

        return $this->picture($rig);
    }

    /**
     * What may stand behind a port: what devices answered, and units of the rig that send what was heard there.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/live/what', methods: 'POST')]
    public function what(string $id, Request $request): JsonResponse
    {
        $setup = ($this->rigs->analysisOf($id) ?? throw ApiProblem::notFound('rig'))->setup;
        $heard = array_map(
            static fn (string $hex): string => Bytes::fromHex($hex) ?? throw ApiProblem::badRequest('"heard" should be hexadecimal pairs such as 90 3C 64'),
            Body::of($request)->texts('heard', 2000),
        );
        $answers = array_map(static fn (string $bytes): ?string => Identity::of($bytes)?->words(), $heard);

        return new JsonResponse(['answers' => array_values(array_unique(array_filter($answers))), 'units' => LikelySender::of($setup, $heard)]);
    }

    private function rig(string $id): Document
    {
        return $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
    }

    /** @throws StorageProblem */
    private function picture(Document $rig): JsonResponse
    {
        $bench = json_encode($this->benches->bench($rig->id), \JSON_THROW_ON_ERROR);

        return JsonResponse::fromJsonString('{"picture":'.($this->hosts->picture($rig->id) ?? 'null').",\"bench\":{$bench}}");
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

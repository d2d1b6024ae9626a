<?php

declare(strict_types=1);

namespace App\Api;

use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Learn\LearnedRule;
use ZigzagPost\Core\Show\Learn\LearnTarget;
use ZigzagPost\Core\Show\Learn\NamedControl;
use ZigzagPost\Core\Show\Learn\Played;
use ZigzagPost\Core\Show\Learn\PlayedChart;
use ZigzagPost\Core\Show\Learn\Recognised;
use ZigzagPost\Core\Show\Learn\Recognition;
use ZigzagPost\Core\Show\Learn\Targets;

/** Learn: what was played, what it can do, and the rule that lets it. */
final readonly class LearnController
{
    private const MOST_EVENTS = 20_000;
    private const LATEST_US = 1_000_000_000_000;

    public function __construct(private RigStore $rigs)
    {
    }

    /**
     * Which control a hand has played.
     *
     * @throws BadData
     */
    #[Route('/api/learn/recognise', methods: 'POST')]
    public function recognise(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $events = self::events($body);
        $rig = $body->textOrNull('rig', 80);
        $analysis = $this->rigs->analysis($rig, $body->text('text', Parser::MAX_BYTES));
        $setup = Setup::of($analysis->setup->rig, $analysis->checked()->written);
        $recognised = Recognition::of($events, $body->number('fromUs', 0, self::LATEST_US), $body->number('toUs', 0, self::LATEST_US), $setup);

        return new JsonResponse([
            'candidates' => array_map(self::candidate(...), $recognised->candidates),
            'leftOut' => $recognised->leftOut,
            'isSure' => null !== $recognised->sure(),
        ]);
    }

    /**
     * What rules of a rig can do.
     *
     * @throws BadData
     */
    #[Route('/api/learn/targets', methods: 'POST')]
    public function targets(Request $request): JsonResponse
    {
        $body = Body::of($request);

        return new JsonResponse(
            array_map(
                get_object_vars(...),
                Targets::of($this->rigs->analysis($body->textOrNull('rig', 80), $body->text('text', Parser::MAX_BYTES))),
            ),
        );
    }

    /**
     * The rule that lets a control do something, and the edits that put it in where it wins.
     *
     * @throws BadData
     */
    #[Route('/api/learn/rule', methods: 'POST')]
    public function rule(Request $request): JsonResponse
    {
        $body = Body::of($request);
        [$control, $target] = [$body->object('control'), $body->object('target')];
        $kind = Kind::tryFrom($control->text('kind', 20)) ?? throw ApiProblem::badRequest('"kind" should be a kind of message');
        $played = new Played(
            $control->text('port', 100),
            $kind,
            $control->numberOrNull('channel', 1, 16),
            $control->numberOrNull('number', 0, 16383),
        );
        $recognised = new Recognised(
            $played,
            [$control->text('sort', 40)],
            ValueRange::sevenBits(),
            $control->textOrNull('unit', 200),
            $control->textOrNull('control', 200),
        );
        try {
            $rule = LearnedRule::of(
                $this->rigs->analysis($body->textOrNull('rig', 80), $body->text('text', Parser::MAX_BYTES)),
                $recognised,
                new LearnTarget($target->text('what', 20), $target->textOrNull('unit', 200), $target->text('title', 200), ''),
            );
        } catch (RulebookError $error) {
            throw ApiProblem::unprocessable($error->getMessage());
        }

        return new JsonResponse(['rule' => $rule->text, 'edits' => array_map(get_object_vars(...), $rule->edits), 'told' => $rule->told]);
    }

    /** A chart of what was played; it is not stored. */
    #[Route('/api/learn/chart', methods: 'POST')]
    public function chart(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $controls = [];
        foreach ($body->list('controls', 2000) as $each) {
            $kind = Kind::tryFrom($each->text('kind', 20)) ?? throw ApiProblem::badRequest('"kind" should be a kind of message');
            $played = new Played($each->text('port', 100), $kind, $each->numberOrNull('channel', 1, 16), $each->numberOrNull('number', 0, 16383));
            $controls[] = new NamedControl(
                $each->text('name', 200),
                new Recognised(
                    $played,
                    [$each->text('sort', 40)],
                    new ValueRange($each->number('low', -8192, 16383), $each->number('high', -8192, 16383)),
                ),
            );
        }
        $chart = PlayedChart::of($body->text('name', 200), $controls);
        try {
            RigFile::chart(Json::encode($chart));
        } catch (BadData $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }

        return new JsonResponse(['text' => Json::encode($chart)]);
    }

    /** @return list<Event> what came in, by time */
    public static function events(Body $body): array
    {
        $events = [];
        foreach ($body->list('events', self::MOST_EVENTS) as $event) {
            $bytes =
                Bytes::fromHex($event->text('bytes', 20_000)) ?? throw ApiProblem::badRequest('"bytes" should be hexadecimal pairs such as 90 3C 64');
            $events[] = new Event($event->number('timeUs', 0, self::LATEST_US), $event->text('port', 100), $bytes);
        }
        usort($events, static fn (Event $a, Event $b): int => $a->timeUs <=> $b->timeUs);

        return $events;
    }

    /** @return array<string, mixed> */
    private static function candidate(Recognised $recognised): array
    {
        $played = $recognised->played;

        return [
            'port' => $played->port,
            'kind' => $played->kind->value,
            'channel' => $played->channel,
            'number' => $played->number,
            'selector' => $played->selector(),
            'sorts' => $recognised->sorts,
            'low' => $recognised->range->low,
            'high' => $recognised->range->high,
            'unit' => $recognised->unit,
            'control' => $recognised->control,
        ];
    }
}

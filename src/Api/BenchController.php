<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\BenchNews;
use App\Bench\BenchSession;
use App\Bench\BenchView;
use App\Bench\BlackBox;
use App\Bench\Books;
use App\Bench\ChosenStandIns;
use App\Bench\ConnectedBenches;
use App\Bench\KnownBooks;
use App\Bench\Moments;
use App\Bench\NumberedGestures;
use App\Bench\Presence;
use App\Bench\Sessions;
use App\Bench\Stages;
use App\Bench\Window;
use App\Entity\Document;
use App\Live\CannotPlay;
use App\Rig\RigStore;
use App\Storage\StorageProblem;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Sheet\PresentStack;
use ZigzagPost\Core\Show\Sheet\UnitNow;
use ZigzagPost\Core\World\Bench;

/** Benches: rulebooks at work between simulated devices. Playing needs no database. */
#[Route('/api/bench')]
final readonly class BenchController
{
    public function __construct(
        private Sessions $sessions,
        private Books $books,
        private RigStore $rigs,
        private BlackBox $box,
        private Moments $moments,
        private Presence $presence,
        private Stages $stages,
        private ChosenStandIns $standIns,
        private KnownBooks $known,
        private ConnectedBenches $connected,
    ) {
    }

    /**
     * Opens a bench, or comes to the one on which other windows play the same rulebook. In place of a rulebook with errors its latest good text runs.
     *
     * @throws StorageProblem
     */
    #[Route('', methods: 'POST')]
    public function open(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $window = self::window($body->textOrNull('window', 32));
        $rulebook = $body->textOrNull('rulebook', 16);
        $rigId = $body->textOrNull('rig', 80);
        $there = null === $rulebook ? null : $this->connected->bench((string) $rigId) ?? $this->stages->played($rulebook, $rigId, $window);
        if (null !== $there) {
            return $this->read($there, Request::create('/', 'GET', ['window' => $window]));
        }
        $rig = null === $rigId ? null : $this->rigs->document($rigId);
        $chosen = $this->standIns->of($rulebook);
        $name = $this->known->of($body->text('text', Parser::MAX_BYTES), $rig, $chosen)
            ?? $this->known->of($body->textOrNull('goodText', Parser::MAX_BYTES) ?? '', $rig, $chosen)
            ?? $this->known->of('', $rig, $chosen)
            ?? '';
        $bench = Bench::start($this->book($name), $this->books->seats($name));
        $session = BenchSession::start($name, $bench);
        $session->rig = null === $rig ? null : $rigId;
        $answer = BenchView::whole($session, $session->window($window), $bench);
        $this->box->record($session, $bench);
        $this->presence->isHere($session->id, $window);
        $this->sessions->keep($session);
        if (null !== $rulebook) {
            $this->stages->plays($rulebook, $session->id);
        }

        return new JsonResponse($answer, 201);
    }

    /**
     * A bench as it stands, for a window that comes to it.
     *
     * @throws StorageProblem
     */
    #[Route('/{id}', methods: 'GET')]
    public function read(string $id, Request $request): JsonResponse
    {
        $name = self::window($request->query->getString('window'));

        return $this->sessions->with($id, function (BenchSession $session) use ($name): JsonResponse {
            $bench = $this->bench($session);
            $session->looksAgainUs = null === $session->link ? null : 0;
            $answer = BenchView::whole($session, $session->window($name), $bench);
            if (Window::NAMELESS !== $name) {
                $this->presence->isHere($session->id, $name);
                $this->sessions->keep($session); // what others play from now on is told to it
            }

            return new JsonResponse($answer);
        });
    }

    /** Whether there is news for a window, which shows so that it is there; nobody is waited for. */
    #[Route('/{id}/turn', methods: 'GET')]
    public function turn(string $id, Request $request): JsonResponse
    {
        $turn = $this->sessions->turn($id) ?? throw ApiProblem::notFound('bench');
        $this->presence->isHere($id, self::window($request->query->getString('window')), $request->query->getBoolean('hidden'));

        return new JsonResponse(['turn' => $turn]);
    }

    /** A window is closed. */
    #[Route('/{id}/leave', methods: 'POST')]
    public function leave(string $id, Request $request): Response
    {
        if (null !== $this->sessions->turn($id)) {
            $this->presence->leaves($id, self::window($request->query->getString('window')));
        }

        return new Response(null, 204);
    }

    /**
     * Plays what was done since, and everything due up to the given time. The same request of a window again has the same answer.
     *
     * @throws StorageProblem
     */
    #[Route('/{id}/play', methods: 'POST')]
    public function play(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        $number = $body->number('request', 1, \PHP_INT_MAX);
        $nowUs = $body->number('nowUs', 0, NumberedGestures::LATEST_US);
        $name = self::window($body->textOrNull('window', 32));
        $gestures = NumberedGestures::of($body);
        $by = Author::of($request);

        return $this->sessions->with($id, function (BenchSession $session) use ($number, $nowUs, $name, $gestures, $by): JsonResponse {
            $window = $session->window($name);
            if ($number === $window->request) {
                return JsonResponse::fromJsonString($window->answer);
            }
            if ($number < $window->request) {
                throw ApiProblem::outdated('this request has been overtaken by a later one of the same window');
            }
            $bench = $this->connected->follow($session, $this->bench($session));
            $gestures->play(
                $session,
                $window,
                $bench,
                $this->connected->hands($session, $bench),
                $this->books,
                fn (string $book, bool $isPressed): ?string => $this->stages->refuses($session->rig, $book, $isPressed),
                fn () => $this->changeOver($session, $bench),
            );
            $bench = $this->connected->follow($session, $bench);
            if (null === $session->link) {
                $bench->advance($nowUs);
                $session->hear($bench->nowUs());
            } else {
                $session->lookAgain($nowUs);
            }
            $window->request = $number;
            $isMarked = $bench->takeMark();
            $session->state = $bench->save();
            $this->box->record($session, $bench);
            if ($isMarked) {
                $this->moments->mark($session, $bench->nowUs(), null, $by);
                $bench->tell('That was wrong: the last minute is kept.');
            }
            $news = BenchNews::take($bench);
            if (!$news->isNothing()) {
                $session->share($news, $name, $this->presence->of($session->id));
            }
            $this->presence->isHere($session->id, $name);
            $window->answer = json_encode(
                BenchView::news($session, $window, $bench, $window->take($news), $window->book !== $session->book),
                \JSON_THROW_ON_ERROR,
            );
            $this->sessions->keep($session);

            return JsonResponse::fromJsonString($window->answer);
        });
    }

    /**
     * That was wrong: keeps the last minute as it was played.
     *
     * @throws StorageProblem
     */
    #[Route('/{id}/mark', methods: 'POST')]
    public function mark(string $id, Request $request): JsonResponse
    {
        [$book, $by] = [Body::of($request)->textOrNull('book', 80), Author::of($request)];
        $moment = $this->sessions->with(
            $id,
            fn (BenchSession $session): ?Document => $this->moments->mark($session, $this->bench($session)->nowUs(), $book, $by),
        );

        return null === $moment
            ? throw ApiProblem::unprocessable('nothing has been played on this bench yet, so there is nothing to keep')
            : new JsonResponse(['id' => $moment->id, 'name' => $moment->name], 201);
    }

    /**
     * A stack that brings units to where they stand at present, and the edits that put it into the rules; nothing is changed yet.
     *
     * @throws BadData
     * @throws StorageProblem
     */
    #[Route('/{id}/stack', methods: 'POST')]
    public function stack(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        [$text, $name, $units] = [$body->text('text', Parser::MAX_BYTES), $body->text('name', 60), $body->texts('units', 500)];
        [$rig, $standing] = $this->sessions->with($id, fn (BenchSession $session): array => [$session->rig, $this->bench($session)->standing()]);
        $setup = $this->rigs->analysis($rig, $text)->setup;
        $chosen = [];
        foreach ($units as $unit) {
            $box = $setup->box($unit);
            if (null !== $box && isset($standing[$unit])) {
                $chosen[] = new UnitNow($box, $standing[$unit]);
            }
        }
        try {
            $stack = PresentStack::of($name, $chosen);
        } catch (RulebookError $error) {
            throw ApiProblem::unprocessable($error->getMessage());
        }

        return new JsonResponse(['stack' => $stack->text(), 'edits' => array_map(get_object_vars(...), $stack->edits(Source::of($text)))]);
    }

    /** @throws BadData */
    private function changeOver(BenchSession $session, Bench $bench): void
    {
        try {
            $this->connected->changeOver($session);
        } catch (CannotPlay $cannot) {
            $bench->tell($cannot->getMessage());
        }
    }

    private static function window(?string $name): string
    {
        return match (true) {
            null === $name, '' === $name => Window::NAMELESS,
            Window::isName($name) => $name,
            default => throw ApiProblem::badRequest('"window" should be 8 to 32 small letters and figures'),
        };
    }

    /** @throws StorageProblem */
    private function bench(BenchSession $session): Bench
    {
        return Bench::load($this->book($session->book), $session->state, $this->books->seats($session->book));
    }

    private function book(string $name): CompiledBook
    {
        return $this->books->find($name) ?? throw ApiProblem::notFound('bench');
    }
}

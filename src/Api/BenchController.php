<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\BenchView;
use App\Bench\BookCache;
use App\Bench\SessionLock;
use App\Entity\BenchSession;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Show\Bench;
use ZigzagPost\Core\Show\StandIns;

/** Benches: rulebooks at work between simulated devices. */
#[Route('/api/bench')]
final readonly class BenchController
{
    private const MOST_EVENTS = 2000;
    private const LATEST_US = 1_000_000_000_000;
    private const FORGOTTEN_AFTER = '-2 days';

    public function __construct(private EntityManagerInterface $store, private BookCache $books, private SessionLock $lock)
    {
    }

    /** Opens a bench. In place of a rulebook with errors its latest good text runs. */
    #[Route('', methods: 'POST')]
    public function open(Request $request): JsonResponse
    {
        $this->store->createQuery('DELETE '.BenchSession::class.' s WHERE s.usedAt < :then')->execute(['then' => new \DateTimeImmutable(self::FORGOTTEN_AFTER)]);
        $body = Body::of($request);
        $text = $body->text('text', Parser::MAX_BYTES);
        $checked = Checker::check($text);
        if ($checked->hasErrors()) {
            $text = $body->textOrNull('goodText', Parser::MAX_BYTES) ?? '';
            $checked = Checker::check($text);
        }
        if ($checked->hasErrors()) {
            $text = '';
            $checked = Checker::check($text);
        }
        $book = $this->books->store($checked->book);
        $bench = Bench::start($book);
        $session = new BenchSession($text, $book::class, $bench->save());
        $view = BenchView::whole($session->id, $bench);
        $this->store->persist($session);
        $this->store->flush();

        return new JsonResponse($view, 201);
    }

    /** Plays what was done on the senders, and everything due up to the given time. */
    #[Route('/{id}/play', methods: 'POST')]
    public function play(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        $events = $body->list('events', self::MOST_EVENTS);
        $nowUs = $body->number('nowUs', 0, self::LATEST_US);

        return $this->work($id, static function (BenchSession $session, Bench $bench) use ($events, $nowUs): array {
            foreach ($events as $event) {
                $port = $event->text('port', 100);
                if (!$bench->feed($event->number('timeUs', 0, self::LATEST_US), $port, self::bytes($event, $port))) {
                    throw Problem::badRequest("the rules that run have no in port \"{$port}\"");
                }
            }
            $bench->advance($nowUs);

            return BenchView::news($bench);
        });
    }

    /** Puts other rules on the bench. With errors in them, the last good ones go on. */
    #[Route('/{id}/rulebook', methods: 'POST')]
    public function change(string $id, Request $request): JsonResponse
    {
        $text = Body::of($request)->text('text', Parser::MAX_BYTES);
        $checked = Checker::check($text);

        return $this->work($id, function (BenchSession $session, Bench $bench) use ($text, $checked): array {
            if (!$checked->hasErrors()) {
                $book = $this->books->store($checked->book);
                if ($book::class !== $session->bookClass) {
                    $bench->change($book);
                }
                $session->text = $text;
                $session->bookClass = $book::class;
            }

            return ['checked' => FindingView::of($checked), 'bench' => BenchView::whole($session->id, $bench)];
        });
    }

    #[Route('/{id}/panic', methods: 'POST')]
    public function panic(string $id, Request $request): JsonResponse
    {
        $nowUs = Body::of($request)->number('nowUs', 0, self::LATEST_US);

        return $this->work($id, static function (BenchSession $session, Bench $bench) use ($nowUs): array {
            $bench->panic($nowUs);

            return BenchView::news($bench);
        });
    }

    /** Changes to a scene by hand. */
    #[Route('/{id}/scene', methods: 'POST')]
    public function scene(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        $scene = $body->number('scene', 0, 10_000);
        $nowUs = $body->number('nowUs', 0, self::LATEST_US);

        return $this->work($id, static function (BenchSession $session, Bench $bench) use ($scene, $nowUs): array {
            if (!$bench->go($scene, $nowUs)) {
                throw Problem::badRequest('the rules that run have no such scene');
            }

            return BenchView::news($bench);
        });
    }

    /** @param callable(BenchSession, Bench): array<string, mixed> $work */
    private function work(string $id, callable $work): JsonResponse
    {
        return $this->lock->hold($id, function () use ($id, $work): JsonResponse {
            $session = $this->store->find(BenchSession::class, $id) ?? throw Problem::notFound('bench');
            $book = $this->books->find($session->bookClass) ?? $this->books->store(Checker::check($session->text)->book);
            $bench = $book::class === $session->bookClass ? Bench::load($book, $session->state()) : Bench::start($book);
            $view = $work($session, $bench);
            $session->keep($bench->save());
            $this->store->flush();

            return new JsonResponse($view);
        });
    }

    private static function bytes(Body $event, string $port): string
    {
        $hex = $event->textOrNull('bytes', 200_000);
        if (null !== $hex) {
            return Bytes::fromHex($hex) ?? throw Problem::badRequest('"bytes" should be hexadecimal pairs such as 90 3C 64');
        }

        return StandIns::sender($port)->play($event->text('control', 60), $event->number('value', 0, 16383));
    }
}

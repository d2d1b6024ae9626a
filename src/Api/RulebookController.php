<?php

declare(strict_types=1);

namespace App\Api;

use App\Entity\StoredRulebook;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Rulebook\Parser;

/** Rulebooks as they are stored. */
#[Route('/api/rulebooks')]
final readonly class RulebookController
{
    private const LONGEST_NAME = 200;

    public function __construct(private EntityManagerInterface $store)
    {
    }

    #[Route('', methods: 'GET')]
    public function list(): JsonResponse
    {
        $all = $this->store->getRepository(StoredRulebook::class)->findBy([], ['changedAt' => 'DESC']);

        return new JsonResponse(array_map(self::summary(...), $all));
    }

    #[Route('', methods: 'POST')]
    public function create(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $text = $body->text('text', Parser::MAX_BYTES);
        $book = new StoredRulebook(self::name($body), $text, self::isGood($text) ? $text : '');
        $this->store->persist($book);
        $this->store->flush();

        return new JsonResponse(self::whole($book), 201);
    }

    #[Route('/{id}', methods: 'GET')]
    public function read(string $id): JsonResponse
    {
        return new JsonResponse(self::whole($this->find($id)));
    }

    #[Route('/{id}', methods: 'PUT')]
    public function write(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        [$name, $text, $version] = [self::name($body), $body->text('text', Parser::MAX_BYTES), $body->number('version', 1, \PHP_INT_MAX)];
        $changed = $this->store->createQuery('UPDATE '.StoredRulebook::class.' b SET b.name = :name, b.text = :text, b.goodText = CASE WHEN :good = 1 THEN :text ELSE b.goodText END, b.version = b.version + 1, b.changedAt = :now WHERE b.id = :id AND b.version = :version')
            ->execute(['name' => $name, 'text' => $text, 'good' => self::isGood($text) ? 1 : 0, 'now' => new \DateTimeImmutable(), 'id' => $id, 'version' => $version]);
        $this->store->clear();
        $book = $this->find($id);
        if (0 === $changed) {
            throw Problem::conflict('this rulebook was changed in another window; nothing has been overwritten', self::whole($book));
        }

        return new JsonResponse(self::whole($book));
    }

    #[Route('/{id}', methods: 'DELETE')]
    public function delete(string $id): Response
    {
        $this->store->remove($this->find($id));
        $this->store->flush();

        return new Response(null, 204);
    }

    private function find(string $id): StoredRulebook
    {
        return $this->store->find(StoredRulebook::class, $id) ?? throw Problem::notFound('rulebook');
    }

    private static function isGood(string $text): bool
    {
        return !Checker::check($text)->hasErrors();
    }

    private static function name(Body $body): string
    {
        $name = trim($body->text('name', self::LONGEST_NAME));

        return '' === $name ? throw Problem::badRequest('a rulebook needs a name') : $name;
    }

    /** @return array<string, mixed> */
    private static function summary(StoredRulebook $book): array
    {
        return ['id' => $book->id, 'name' => $book->name, 'version' => $book->version(), 'changedAt' => $book->changedAt->format(\DateTimeInterface::ATOM)];
    }

    /** @return array<string, mixed> */
    private static function whole(StoredRulebook $book): array
    {
        return self::summary($book) + ['text' => $book->text(), 'goodText' => $book->goodText()];
    }
}

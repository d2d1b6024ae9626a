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
        $all = $this->store->getRepository(StoredRulebook::class)->findBy(['deletedAt' => null], ['changedAt' => 'DESC']);

        return new JsonResponse(array_map(self::summary(...), $all));
    }

    #[Route('', methods: 'POST')]
    public function create(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $book = new StoredRulebook(self::name($body), $body->text('text', Parser::MAX_BYTES));
        $request->attributes->set('saving', "the rulebook \"{$book->name}\"");
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
        $request->attributes->set('saving', "the rulebook \"{$name}\"");
        $changed = $this->store->createQuery('UPDATE '.StoredRulebook::class.' b SET b.name = :name, b.text = :text, b.version = b.version + 1, b.changedAt = :now WHERE b.id = :id AND b.version = :version AND b.deletedAt IS NULL')
            ->execute(['name' => $name, 'text' => $text, 'now' => new \DateTimeImmutable(), 'id' => $id, 'version' => $version]);
        $this->store->clear();
        $book = $this->find($id);
        if (0 === $changed) {
            throw Problem::conflict('this rulebook was changed in another window; nothing has been overwritten', self::whole($book));
        }

        return new JsonResponse(self::whole($book));
    }

    /** A stored text has been judged and found good: it runs while a later one has errors. */
    #[Route('/{id}/good', methods: 'POST')]
    public function judged(string $id, Request $request): JsonResponse
    {
        $version = Body::of($request)->number('version', 1, \PHP_INT_MAX);
        $book = $this->find($id);
        if ($book->version() === $version && $book->goodText() !== $book->text() && !Checker::check($book->text())->hasErrors()) {
            $this->store->createQuery('UPDATE '.StoredRulebook::class.' b SET b.goodText = b.text WHERE b.id = :id AND b.version = :version')
                ->execute(['id' => $id, 'version' => $version]);
            $this->store->clear();
        }

        return new JsonResponse(self::whole($this->find($id)));
    }

    #[Route('/{id}', methods: 'DELETE')]
    public function delete(string $id): Response
    {
        $this->find($id)->deletedAt = new \DateTimeImmutable();
        $this->store->flush();

        return new Response(null, 204);
    }

    /** Takes a deletion back. */
    #[Route('/{id}/restore', methods: 'POST')]
    public function restore(string $id): JsonResponse
    {
        $book = $this->store->find(StoredRulebook::class, $id) ?? throw Problem::notFound('rulebook');
        $book->deletedAt = null;
        $this->store->flush();

        return new JsonResponse(self::whole($book));
    }

    private function find(string $id): StoredRulebook
    {
        $book = $this->store->find(StoredRulebook::class, $id);

        return null === $book || null !== $book->deletedAt ? throw Problem::notFound('rulebook') : $book;
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

<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\Books;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;

/** Checks and formats rulebook text. */
final readonly class CheckController
{
    public function __construct(private Books $books)
    {
    }

    /** The findings and, without an error among them, the name under which a bench can be given these rules. */
    #[Route('/api/check', methods: 'POST')]
    public function check(Request $request): JsonResponse
    {
        $text = Body::of($request)->text('text', Parser::MAX_BYTES);
        $checked = Checker::check($text);

        return new JsonResponse(FindingView::of($checked) + ['book' => $checked->hasErrors() ? null : $this->books->store($checked, $text)]);
    }

    #[Route('/api/format', methods: 'POST')]
    public function format(Request $request): JsonResponse
    {
        [$book, $errors] = Parser::parse(Body::of($request)->text('text', Parser::MAX_BYTES));
        if ([] !== $errors) {
            throw Problem::unprocessable("line {$errors[0]->span->line} cannot be read: {$errors[0]->getMessage()}; put it right first");
        }

        return new JsonResponse(['text' => Printer::print($book)]);
    }
}

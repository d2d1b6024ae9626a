<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;

/** Checks and formats rulebook text. */
final class CheckController
{
    #[Route('/api/check', methods: 'POST')]
    public function check(Request $request): JsonResponse
    {
        $checked = Checker::check(Body::of($request)->text('text', Parser::MAX_BYTES));

        return new JsonResponse(FindingView::of($checked));
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

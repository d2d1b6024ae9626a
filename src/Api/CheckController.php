<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\Books;
use App\Bench\ChosenStandIns;
use App\Rig\RigReader;
use App\Rig\RigStore;
use App\Storage\StorageProblem;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Rulebook\Change\Rename;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Checks and formats rulebook text. */
final readonly class CheckController
{
    public function __construct(private Books $books, private RigStore $rigs, private ChosenStandIns $standIns)
    {
    }

    /**
     * The findings and, without an error among them, the name under which a bench can be given these rules.
     *
     * @throws StorageProblem
     */
    #[Route('/api/check', methods: 'POST')]
    public function check(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $text = $body->text('text', Parser::MAX_BYTES);
        $rigId = $body->textOrNull('rig', 80);
        $rig = null === $rigId ? null : $this->rigs->find($rigId);
        $checked = Checker::check($text, null === $rig ? null : RigReader::devices($rig));

        $name = $checked->hasErrors() ? null : $this->books->store($checked, $text, $rig, $this->standIns->of($body->textOrNull('rulebook', 16)));

        return new JsonResponse(FindingView::of($checked) + ['book' => $name]);
    }

    /** The edits that give what is named at a place another name. */
    #[Route('/api/rename', methods: 'POST')]
    public function rename(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $source = Source::of($body->text('text', Parser::MAX_BYTES));
        [$line, $column] = [$body->number('line', 1, \PHP_INT_MAX), $body->number('column', 1, \PHP_INT_MAX)];
        try {
            $edits = Rename::edits($source, $line, $column, $body->text('name', 200));
        } catch (RulebookError $error) {
            throw ApiProblem::unprocessable($error->getMessage());
        }
        $found = Rename::at($source->book, $line, $column);

        return new JsonResponse(['what' => $found['what'] ?? '', 'name' => $found['name'] ?? '', 'edits' => array_map(get_object_vars(...), $edits)]);
    }

    #[Route('/api/format', methods: 'POST')]
    public function format(Request $request): JsonResponse
    {
        $read = Parser::parse(Body::of($request)->text('text', Parser::MAX_BYTES));
        [$book, $errors] = [$read->book, $read->errors];
        if ([] !== $errors) {
            throw ApiProblem::unprocessable("line {$errors[0]->span->line} cannot be read: {$errors[0]->getMessage()}; put it right first");
        }

        return new JsonResponse(['text' => Printer::print($book)]);
    }
}

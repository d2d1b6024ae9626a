<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\LockedShow;
use App\Documents\Outdated;
use App\Entity\Document;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Changes of a rig's rules that a screen asks for, and what is answered when they cannot be made. */
final readonly class RuleChanges
{
    public function __construct(private RigStore $rigs)
    {
    }

    /**
     * @param \Closure(Source): list<Edit> $change
     * @param array<string, mixed> $more to be answered as well
     * @param bool $staysSound whether a change is refused that brings an error
     *
     * @throws LockedShow
     * @throws BadData
     */
    public function make(Document $rig, \Closure $change, Request $request, array $more = [], bool $staysSound = false): JsonResponse
    {
        try {
            return new JsonResponse(['places' => $this->rigs->changeRules($rig, $change, Author::of($request), $staysSound)] + $more);
        } catch (RulebookError $error) {
            throw ApiProblem::unprocessable($error->getMessage());
        } catch (Outdated) {
            throw ApiProblem::conflict('the rules are being changed in another window just now; do it again', []);
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Yaml\Yaml;

/** The OpenAPI description of this API. */
final readonly class ApiDescription
{
    public function __construct(private string $projectDir)
    {
    }

    #[Route('/api/openapi.json', methods: 'GET')]
    public function describe(): JsonResponse
    {
        return new JsonResponse(Yaml::parseFile($this->projectDir.'/config/openapi.yaml'));
    }
}

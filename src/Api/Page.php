<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Twig\Environment;

/** The one page; everything on it is drawn in the browser. */
final readonly class Page
{
    public function __construct(private Environment $twig, private string $projectDir)
    {
    }

    #[Route('/{path}', requirements: ['path' => '(?!api(/|$)|build/).*'], defaults: ['path' => ''], methods: 'GET', priority: -10)]
    public function show(Request $request): Response
    {
        $nonce = base64_encode(random_bytes(16));
        $request->attributes->set('nonce', $nonce);
        $manifest = json_decode((string) @file_get_contents($this->projectDir.'/public/build/.vite/manifest.json'), true);
        $entry = \is_array($manifest) ? ($manifest['web/main.tsx'] ?? null) : null;
        if (!\is_array($entry)) {
            return new Response('The front end has not been built; start the application with bin/demo.', 503, ['Content-Type' => 'text/plain']);
        }

        return new Response($this->twig->render('page.html.twig', ['script' => $entry['file'] ?? '', 'styles' => $entry['css'] ?? [], 'nonce' => $nonce]));
    }
}

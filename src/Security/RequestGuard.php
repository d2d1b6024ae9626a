<?php

declare(strict_types=1);

namespace App\Security;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/**
 * Lets in only requests that were meant for this application: its own host names, and changes only from its own pages.
 *
 * Also sets the headers that keep pages from loading or sending anything elsewhere.
 */
final readonly class RequestGuard
{
    private const LARGEST_BODY = 9 << 20;

    public function __construct(private string $allowedHosts)
    {
    }

    #[AsEventListener(priority: 1000)]
    public function onRequest(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$this->isOwnHost($request)) {
            $event->setResponse(
                self::refusal(421, 'this address is not one of this application; open it under the address it printed when it started'),
            );
        } elseif ((!$request->isMethodSafe() || $request->headers->has('Upgrade')) && !$this->isOwnOrigin($request)) {
            // A page of anybody may open a WebSocket to anywhere.
            $event->setResponse(self::refusal(403, 'changes are accepted from this application\'s own pages only'));
        } elseif ((int) $request->headers->get('Content-Length', '0') > self::LARGEST_BODY && '/api/everything' !== $request->getPathInfo()) {
            $event->setResponse(self::refusal(413, 'this is more than 8 MiB; send less'));
        }
    }

    #[AsEventListener]
    public function onResponse(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        $nonce = $event->getRequest()->attributes->get('nonce');
        $styles = \is_string($nonce) ? "'self' 'nonce-{$nonce}'" : "'self'";
        if (!$headers->has('Content-Security-Policy')) {
            $headers->set(
                'Content-Security-Policy',
                "default-src 'none'; script-src 'self'; style-src {$styles}; img-src 'self' data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; "
                    ."form-action 'none'; base-uri 'none'; frame-ancestors 'none'",
            );
        }
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('Referrer-Policy', 'no-referrer');
        $headers->set('Cross-Origin-Resource-Policy', 'same-origin');
        $length = \strlen((string) $event->getResponse()->getContent());
        if (!($event->getResponse() instanceof StreamedResponse) && !$event->getResponse()->isEmpty()) {
            $headers->set('Content-Length', (string) $length);
        }
        if (!$headers->has('Cache-Control') || str_starts_with($event->getRequest()->getPathInfo(), '/api')) {
            $headers->set('Cache-Control', 'no-store');
        }
    }

    private function isOwnHost(Request $request): bool
    {
        $host = (string) preg_replace('/:\d+$/', '', (string) $request->headers->get('Host', ''));

        return \in_array(strtolower($host), array_map(trim(...), explode(',', $this->allowedHosts)), true);
    }

    private function isOwnOrigin(Request $request): bool
    {
        $origin = $request->headers->get('Origin');
        if (null === $origin) {
            return \in_array($request->headers->get('Sec-Fetch-Site', 'none'), ['none', 'same-origin'], true);
        }

        return $origin === $request->getScheme().'://'.$request->headers->get('Host', '');
    }

    private static function refusal(int $status, string $text): JsonResponse
    {
        return new JsonResponse(['error' => $text], $status);
    }
}

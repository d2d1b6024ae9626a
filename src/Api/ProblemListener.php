<?php

declare(strict_types=1);

namespace App\Api;

use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;

/** Answers errors as JSON with a text to show; what went wrong inside goes to the log only. */
final readonly class ProblemListener
{
    public function __construct(private LoggerInterface $logger)
    {
    }

    #[AsEventListener]
    public function onException(ExceptionEvent $event): void
    {
        $error = $event->getThrowable();
        if ($error instanceof AccessDeniedException || $error instanceof AuthenticationException) {
            return; // the password is asked for
        }
        if ($error instanceof Problem) {
            $event->setResponse(new JsonResponse(['error' => $error->getMessage()] + $error->more, $error->status));
        } elseif ($error instanceof HttpExceptionInterface) {
            $event->setResponse(new JsonResponse(['error' => 404 === $error->getStatusCode() ? 'there is nothing at this address' : 'this request cannot be answered: '.$error->getMessage()], $error->getStatusCode(), $error->getHeaders()));
        } else {
            $this->logger->error($error->getMessage(), ['exception' => $error]);
            $event->setResponse(new JsonResponse(['error' => 'something went wrong inside; nothing was changed. The log says what it was'], 500));
        }
    }
}

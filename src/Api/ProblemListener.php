<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\LockedShow;
use App\Storage\StorageProblem;
use Doctrine\DBAL\Driver\Exception as DriverException;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

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
        if ($error instanceof LockedShow) {
            $event->setResponse(new JsonResponse(['error' => $error->getMessage(), 'lock' => $error->lock->told()], 423));
        } elseif ($error instanceof ApiProblem) {
            $event->setResponse(new JsonResponse(['error' => $error->getMessage()] + $error->more, $error->status));
        } elseif ($error instanceof RulebookError || $error instanceof BadFile || $error instanceof BadData) {
            // What people wrote or brought cannot be done; its text says why.
            $event->setResponse(new JsonResponse(['error' => $error->getMessage()], 422));
        } elseif (null !== ($storage = self::storageProblem($error))) {
            $this->logger->error($error->getMessage(), ['exception' => $error]);
            $saving = $event->getRequest()->attributes->get('saving');
            $event->setResponse(
                new JsonResponse(
                    ['error' => \is_string($saving) ? "{$saving} is not saved: {$storage->getMessage()}" : $storage->getMessage()],
                    $storage->status,
                ),
            );
        } elseif ($error instanceof HttpExceptionInterface) {
            $event->setResponse(
                new JsonResponse(
                    [
                        'error' => 404 === $error->getStatusCode()
                                ? 'there is nothing at this address'
                                : 'this request cannot be answered: '.$error->getMessage(),
                    ],
                    $error->getStatusCode(),
                    $error->getHeaders(),
                ),
            );
        } else {
            $this->logger->error($error->getMessage(), ['exception' => $error]);
            $event->setResponse(new JsonResponse(['error' => 'something went wrong inside; nothing was changed. The log says what it was'], 500));
        }
    }

    private static function storageProblem(\Throwable $error): ?StorageProblem
    {
        for (; null !== $error; $error = $error->getPrevious()) {
            $problem =
                $error instanceof StorageProblem
                    ? $error
                    : ($error instanceof \PDOException || $error instanceof DriverException
                        ? StorageProblem::ofSqlite($error->getMessage())
                        : null);
            if (null !== $problem) {
                return $problem;
            }
        }

        return null;
    }
}

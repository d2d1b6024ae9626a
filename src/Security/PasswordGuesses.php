<?php

declare(strict_types=1);

namespace App\Security;

use App\Storage\DataFolder;
use App\Storage\Locks;
use App\Storage\StorageProblem;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;

/** Lets passwords be guessed slowly only: after some wrong ones an address has to wait. */
final readonly class PasswordGuesses
{
    private const MOST = 10;
    private const SECONDS = 60;

    public function __construct(private DataFolder $data, private Locks $locks, private string $password)
    {
    }

    #[AsEventListener(priority: 900)]
    public function onRequest(RequestEvent $event): void
    {
        $address = (string) $event->getRequest()->getClientIp();
        if ('' !== $this->password && $event->getRequest()->headers->has('Authorization') && \count($this->recent($address)) >= self::MOST) {
            $event->setResponse(new JsonResponse(['error' => 'too many wrong passwords; wait a minute'], 429, ['Retry-After' => (string) self::SECONDS]));
        }
    }

    /** @throws StorageProblem */
    #[AsEventListener]
    public function onFailure(LoginFailureEvent $event): void
    {
        $address = (string) $event->getRequest()->getClientIp();
        $this->locks->hold('guesses', function () use ($address): void {
            $all = $this->all();
            $all[$address] = [...\array_slice($this->recent($address), -self::MOST), time()];
            @file_put_contents($this->file(), json_encode(\array_slice($all, -1000), \JSON_THROW_ON_ERROR));
        });
    }

    /** @return list<int> when this address was wrong lately */
    private function recent(string $address): array
    {
        return array_values(array_filter($this->all()[$address] ?? [], static fn (int $at): bool => $at > time() - self::SECONDS));
    }

    /** @return array<string, list<int>> times by address */
    private function all(): array
    {
        $all = is_file($this->file()) ? json_decode((string) @file_get_contents($this->file()), true) : [];

        /** @var array<string, list<int>> */
        return \is_array($all) ? $all : [];
    }

    private function file(): string
    {
        return $this->data->inMemory().'/guesses.json';
    }
}

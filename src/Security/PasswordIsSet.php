<?php

declare(strict_types=1);

namespace App\Security;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestMatcherInterface;

/** Matches every request once a password has been set. */
final readonly class PasswordIsSet implements RequestMatcherInterface
{
    public function __construct(private string $password)
    {
    }

    public function matches(Request $request): bool
    {
        return '' !== $this->password;
    }
}

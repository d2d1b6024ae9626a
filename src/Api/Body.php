<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\Request;

/** The JSON object in a request, read with names, kinds and limits. */
final readonly class Body
{
    /** @param array<mixed> $members */
    private function __construct(private array $members, private string $path = '')
    {
    }

    public static function of(Request $request): self
    {
        if ('json' !== $request->getContentTypeFormat()) {
            throw ApiProblem::wrongType('the request should say that it is JSON: Content-Type: application/json');
        }
        try {
            $members = json_decode($request->getContent(), true, 16, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $error) {
            throw ApiProblem::badRequest('the request is not JSON: '.$error->getMessage());
        }

        return \is_array($members) ? new self($members) : throw ApiProblem::badRequest('the request should be a JSON object');
    }

    public function text(string $name, int $longest): string
    {
        $value = $this->members[$name] ?? throw ApiProblem::badRequest("\"{$this->path}{$name}\" is missing");
        if (!\is_string($value)) {
            throw ApiProblem::badRequest("\"{$this->path}{$name}\" should be text");
        }

        return \strlen($value) <= $longest ? $value : throw ApiProblem::tooLarge("\"{$this->path}{$name}\" is longer than {$longest} bytes");
    }

    public function textOrNull(string $name, int $longest): ?string
    {
        return isset($this->members[$name]) ? $this->text($name, $longest) : null;
    }

    public function isTrue(string $name): bool
    {
        return true === ($this->members[$name] ?? null);
    }

    public function numberOrNull(string $name, int $lowest, int $highest): ?int
    {
        return isset($this->members[$name]) ? $this->number($name, $lowest, $highest) : null;
    }

    public function object(string $name): self
    {
        $value = $this->members[$name] ?? throw ApiProblem::badRequest("\"{$this->path}{$name}\" is missing");

        return \is_array($value)
            ? new self($value, "{$this->path}{$name}.")
            : throw ApiProblem::badRequest("\"{$this->path}{$name}\" should be an object");
    }

    public function number(string $name, int $lowest, int $highest): int
    {
        $value = $this->members[$name] ?? null;

        return \is_int($value) && $value >= $lowest && $value <= $highest
            ? $value
            : throw ApiProblem::badRequest("\"{$this->path}{$name}\" should be a whole number from {$lowest} to {$highest}");
    }

    /** @return list<self> */
    public function list(string $name, int $most): array
    {
        $value = $this->members[$name] ?? null;
        if (!\is_array($value) || !array_is_list($value)) {
            throw ApiProblem::badRequest("\"{$this->path}{$name}\" should be a list");
        }
        if (\count($value) > $most) {
            throw ApiProblem::tooLarge("\"{$this->path}{$name}\" has more than {$most} entries");
        }
        $list = [];
        foreach ($value as $index => $each) {
            $list[] = \is_array($each)
                ? new self($each, "{$this->path}{$name}[{$index}].")
                : throw ApiProblem::badRequest("\"{$this->path}{$name}[{$index}]\" should be an object");
        }

        return $list;
    }

    /** @return list<self> */
    public function listOrNone(string $name, int $most): array
    {
        return isset($this->members[$name]) ? $this->list($name, $most) : [];
    }

    /** @return list<string> */
    public function texts(string $name, int $most): array
    {
        $value = $this->members[$name] ?? null;
        $texts = \is_array($value) ? array_values(array_filter($value, is_string(...))) : [];

        return \is_array($value) && array_is_list($value) && \count($texts) === \count($value) && \count($texts) <= $most
            ? $texts
            : throw ApiProblem::badRequest("\"{$this->path}{$name}\" should be a list of at most {$most} texts");
    }
}

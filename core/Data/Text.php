<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** Text of one line. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class Text implements Type
{
    /** A name as rules can write it. */
    public const NAME = '^[a-z][a-z0-9_]*$';

    /**
     * @param int $most characters
     * @param string|null $pattern what the text has to match, as a regular expression without delimiters
     * @param string $what what that is, in words
     */
    public function __construct(private int $most = 200, private ?string $pattern = null, private string $what = 'text', private int $least = 1)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): ?string
    {
        if (!\is_string($json)) {
            return $reading->expected($path, $this->what, $json);
        }
        $length = mb_strlen($json);
        if ($length < $this->least || $length > $this->most) {
            return $reading->problem(
                $path,
                $length < $this->least ? 'is empty; leave out what is not known' : "has {$length} characters; {$this->most} at most",
            );
        }
        if (1 === preg_match('/[\x00-\x08\x0B-\x1F\x7F]/', $json)) {
            return $reading->problem($path, 'has characters that cannot be seen');
        }
        if (null !== $this->pattern && 1 !== preg_match("/{$this->pattern}/Du", $json)) {
            return $reading->expected($path, $this->what, $json);
        }

        return $json;
    }

    public function holds(mixed $value): bool
    {
        return \is_string($value);
    }

    public function write(mixed $value): mixed
    {
        return $value;
    }

    public function schema(Definitions $definitions): array
    {
        return [
            'type' => 'string',
            'minLength' => $this->least,
            'maxLength' => $this->most,
            ...null === $this->pattern ? [] : ['pattern' => $this->pattern],
        ];
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** Text in the encodings that tables come in: UTF-8, UTF-16 with a mark or of plain letters, and Windows-1252 for what is none of these. */
final readonly class CharacterSet
{
    /** @param string|null $guessed the encoding, where it was not UTF-8 */
    private function __construct(public string $text, public ?string $guessed)
    {
    }

    public static function of(string $bytes): self
    {
        foreach (["\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'] as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                return new self(mb_convert_encoding(substr($bytes, 2), 'UTF-8', $encoding), null);
            }
        }
        $head = substr($bytes, 0, 400);
        foreach (['UTF-16LE' => 1, 'UTF-16BE' => 0] as $encoding => $place) {
            $zeros = 0;
            for ($at = $place; $at < \strlen($head); $at += 2) {
                $zeros += "\0" === $head[$at] ? 1 : 0;
            }
            if (\strlen($head) > 7 && 3 * $zeros > \strlen($head)) {
                return new self(mb_convert_encoding($bytes, 'UTF-8', $encoding), $encoding);
            }
        }
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return new self($bytes, null);
        }

        return new self(mb_convert_encoding($bytes, 'UTF-8', 'Windows-1252'), 'Windows-1252');
    }
}

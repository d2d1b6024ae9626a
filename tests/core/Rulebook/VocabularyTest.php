<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rulebook;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rulebook\Vocabulary;

/** The editor has its words from here; bin/words > web/rules/words.json brings them up to date. */
final class VocabularyTest extends TestCase
{
    public function testTheEditorHasTheseWords(): void
    {
        $words = file_get_contents(\dirname(__DIR__, 3).'/web/rules/words.json');
        self::assertSame(Vocabulary::all(), json_decode((string) $words, true));
    }
}

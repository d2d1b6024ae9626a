<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use PHPUnit\Framework\Attributes\DataProvider;

/** What stands on a screen is said in docs/screens.md, and the question mark shows it there. */
final class ScreensTest extends PageTestCase
{
    /** Names of tabs, headings of panels, and what can be pressed or filled in outside rows, of which there are as many as somebody has. */
    private const NAMES = <<<'JS'
        const names = new Set();
        const parts = 'h2, [role=tab], button, a[href], input, select, textarea';
        for (const each of document.querySelectorAll(`:is(${arguments[0]}, #view-tools) :is(${parts})`)) {
            const isOfRows = each.closest('li, tr, [role=row], [role=gridcell], .cm-editor, nav[aria-label=Songs]') !== null;
            if ((isOfRows && arguments[1]) || each.getBoundingClientRect().width === 0) {
                continue;
            }
            const name = each.getAttribute('aria-label') || each.labels?.[0]?.innerText || each.innerText || each.getAttribute('placeholder') || '';
            names.add(name.replace(/\s+/g, ' ').trim());
        }
        return [...names].filter((name) => name !== '');
        JS;

    /** @return iterable<string, array{0: string, 1: string, 2: list<string>, 3?: string, 4?: bool}> heading of its part, address, patterns of what stands
     *     there because of this show, where it is looked for, and whether rows are left out */
    public static function screens(): iterable
    {
        yield 'library' => ['Library', '/library', []];
        yield 'charts' => ['Charts', '/charts', []];
        yield 'rig' => ['Rig', '/shows/SHOW/rig', ['/: \d+ units, \d+ leads$/', '/^units? |^\d+ hints?|^[iw] /']];
        yield 'bench' => ['Bench', '/shows/SHOW/bench', [], 'section[aria-label=Rules], section[aria-label="Where did it go?"]'];
        yield 'set list' => ['Show', '/shows/SHOW/show', ['/: set list$/', '/ [·] /']];
        yield 'programs' => ['Show', '/shows/SHOW/show?tab=programs', ['/: programs$/', '/ in .*: /']];
        yield 'switches' => ['Show', '/shows/SHOW/show?tab=switches', ['/: switches$/', '/^line \d+$/']];
        yield 'leaps' => ['Show', '/shows/SHOW/show?tab=leaps', ['/: leaps$/']];
        yield 'log' => ['Show', '/shows/SHOW/show?tab=log', ['/: log$/']];
        yield 'proof' => ['Proof', '/shows/SHOW/proof', []];
        yield 'paper' => ['Paper', '/shows/SHOW/paper', [], 'main', false];
        yield 'live' => ['Live', '/shows/SHOW/live', []];
        yield 'stage' => ['Stage', '/shows/SHOW/stage', []];
    }

    /** @param list<string> $ofShow patterns */
    #[DataProvider('screens')]
    public function testWhatStandsThereIsSaid(string $screen, string $path, array $ofShow, string $in = 'main', bool $leavesRowsOut = true): void
    {
        $this->page->get(Application::address().str_replace('SHOW', $this->show(), $path));
        $this->until(fn (): bool => \count($this->names($in, $leavesRowsOut)) > 3, 'the screen is there');
        usleep(500_000);
        $unsaid = $this->names($in, $leavesRowsOut);
        foreach ([...self::said($screen), ...$ofShow] as $pattern) {
            $unsaid = array_filter($unsaid, static fn (string $name): bool => 1 !== preg_match($pattern, $name));
        }
        self::assertSame([], array_values($unsaid), "docs/screens.md says nothing of these, under {$screen}");
    }

    public function testTheQuestionMarkShowsIt(): void
    {
        $this->page->get(Application::address()."/shows/{$this->show()}/proof");
        $this->until(fn (): bool => \count($this->names()) > 3, 'the screen is there');
        $this->page->getKeyboard()->sendKeys('?');
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'Kept tapes'), 'its part');
        self::assertStringContainsString('Make a tape of every control', $this->text('dialog'));
        self::assertStringContainsString('Ctrl+K', $this->text('dialog'));
    }

    /** @return list<string> */
    private function names(string $in = 'main', bool $leavesRowsOut = true): array
    {
        $names = $this->page->executeScript(self::NAMES, [$in, $leavesRowsOut]);

        return \is_array($names) ? array_values(array_filter($names, is_string(...))) : [];
    }

    /** @return list<string> patterns of the names that stand in bold in a part of the documentation; … stands for anything */
    private static function said(string $screen): array
    {
        $parts = preg_split('/^## /m', (string) file_get_contents(\dirname(__DIR__, 2).'/docs/screens.md')) ?: [];
        $part = implode('', array_filter($parts, static fn (string $each): bool => str_starts_with($each, "{$screen}\n")));
        preg_match_all('/\*\*(.+?)\*\*/', $part, $found);

        return array_map(static fn (string $name): string => '/^'.str_replace('…', '.*', preg_quote($name, '/')).'$/u', $found[1]);
    }

    private function show(): string
    {
        $this->page->get(Application::noPage());
        $id = $this->page->executeAsyncScript(
            "const done = arguments[0]; const isIt = (each) => each.name === 'The ferry, mended'; "
                ."fetch('/api/shows').then((r) => r.json()).then((all) => done(all.find(isIt).id))",
        );

        return \is_string($id) ? $id : self::fail('there is no such show');
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;

/** The log of a show: a performance is written down, and brought back as it was by one held press. */
final class LogTest extends PageTestCase
{
    public function testAPerformanceIsBroughtBack(): void
    {
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
        $rig = $this->copyOfMended('Evening');
        $this->page->get(Application::address()."/rigs/{$rig}/show");
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath("//*[@role='tab'][starts-with(., 'Log')]")), 'the show is open');
        $this->page->findElement(By::xpath("//*[@role='tab'][starts-with(., 'Log')]"))->click();
        $this->button('New line: performance')->click();
        $this->until(fn (): bool => [] !== $this->all('[aria-label^="As it was on 20"]'), 'the evening is written down');
        self::assertSame([], Axe::serious($this->page));
        sleep(1);

        $book = $this->rules($rig, "# changed afterwards\n");
        self::assertStringStartsWith('# changed afterwards', $this->rules($rig, ''));
        $button = $this->one('[aria-label^="As it was on 20"]');
        $this->page->action()->clickAndHold($button)->perform();
        $this->until(fn (): bool => str_contains($this->text('main'), 'Brought back: rulebook'), 'held, it is brought back');
        $this->page->action()->release()->perform();
        self::assertSame(substr($book, \strlen("# changed afterwards\n")), $this->rules($rig, ''));
        $this->one('[aria-label^="As it was on 20"]')->click();
        usleep(300_000);
        self::assertStringContainsString('Brought back: rulebook', $this->text('main'), 'a short press does nothing');
    }

    /** The rules of a rig, after something was put before them. */
    private function rules(string $rig, string $before): string
    {
        $text = $this->page->executeAsyncScript(
            <<<'JS'
            const [rig, before, done] = arguments;
            const read = async (id) => (await fetch(`/api/documents/${id}?alone=1`)).json();
            (async () => {
                const book = await read(JSON.parse((await read(rig)).text).book);
                const text = before + book.text;
                if (before !== '') {
                    const body = JSON.stringify({ name: book.name, version: book.version, text });
                    await fetch(`/api/documents/${book.id}`, { method: 'PUT', body, headers: { 'Content-Type': 'application/json' } });
                }
                done(text);
            })();
            JS,
            [$rig, $before],
        );
        self::assertIsString($text);

        return $text;
    }
}

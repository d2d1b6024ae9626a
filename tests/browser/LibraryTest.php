<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;

/** Rulebooks from the library on the bench: brought back from their history, changed in another window, played on. */
final class LibraryTest extends PageTestCase
{
    private string $name;

    protected function setUp(): void
    {
        parent::setUp();
        $this->name = 'Tide '.bin2hex(random_bytes(3));
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
        $this->page->executeAsyncScript(
            "const done = arguments[1]; fetch('/api/documents', { method: 'POST', headers: { 'Content-Type': 'application/json', "
                ."'X-Author': 'Bo' }, body: JSON.stringify({ kind: 'rulebook', name: arguments[0], text: 'port keys in\\nport moths "
                    ."out\\nrule \"Through\"\\n  take note\\n  send moths channel 3\\n' }) }).then(done)",
            [$this->name],
        );
        $this->page->get(Application::address().'/library');
        $this->waitFor('[aria-label="Shows"] li');
    }

    public function testAnOldVersionIsLookedAtAndBroughtBackWithTheMouse(): void
    {
        $this->page->findElement(By::linkText($this->name))->click();
        $this->waitFor('[data-receiver=moths]');
        $this->page->executeScript(
            "const content = document.querySelector('.cm-content'); const view = content.cmTile?.view ?? content.cmView.view; "
                ."view.dispatch({ changes: { from: view.state.doc.toString().indexOf('send moths'), insert: 'set key = key + 12\\n  ' } });",
        );
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'it is saved');
        $this->one('[aria-label="Who changed what, and when"]')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Versions"]'), 'written by Ada'), 'who wrote last');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Changed lines"]'), 'set key = key + 12'), 'what changed');
        $this->page->findElement(By::xpath("//ol[@aria-label='Versions']//button[contains(., 'made by Bo')]"))->click();
        $this->button('Bring this version back')->click();
        $this->until(fn (): bool => [] === $this->all('dialog') && !str_contains($this->text('.cm-content'), 'key + 12'), 'the old text');
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'nothing is left to save');
        $this->one('.cm-content')->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(
            fn (): bool => str_contains($this->text('.cm-content'), 'key + 12') && 'saved' === $this->text('[role=status]'),
            'bringing back can be undone as well',
        );
    }

    public function testAChangeOfAnotherWindowIsShown(): void
    {
        $this->page->findElement(By::linkText($this->name))->click();
        $this->waitFor('[data-receiver=moths]');
        $this->page->executeAsyncScript(
            <<<'JS'
            const done = arguments[0];
            (async () => {
                const path = '/api/documents/' + location.pathname.split('/')[2];
                const { name, text, version } = await (await fetch(path)).json();
                await fetch(path, { method: 'PUT', headers: { 'Content-Type': 'application/json', 'X-Author': 'Cy' },
                    body: JSON.stringify({ name, text: text + '# from elsewhere\n', version }) });
            })().then(done);
            JS,
        );
        $this->until(
            fn (): bool => str_contains($this->text('.cm-content'), '# from elsewhere')
                && str_contains($this->text('main'), 'Changed in another window by Cy'),
            'the change is shown, and whose it is',
        );
    }

    public function testTheBenchPlaysOnBesideTheLibrary(): void
    {
        $this->page->findElement(By::linkText($this->name))->click();
        $this->waitFor('[data-key="60"]');
        $this->press('[data-key="60"]', ' ');
        $this->until(fn (): bool => str_contains($this->receiver('moths'), 'C4'), 'the key sounds');
        $this->page->findElement(By::linkText('Library'))->click();
        $this->waitFor('[aria-label="Shows"] li');
        $this->button('Panic (Esc)')->click();
        $this->page->findElement(By::linkText('Bench'))->click();
        $this->until(
            fn (): bool => [] !== $this->all('[data-receiver=moths]') && !str_contains($this->receiver('moths'), 'C4'),
            'panic reaches the bench from any view',
        );
    }
}

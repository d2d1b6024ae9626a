<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;

/** The application goes away while somebody plays, and comes back: nothing hangs, nothing is missing, nothing has to be clicked. */
final class InterruptionTest extends PageTestCase
{
    private const BOOK = "port keys in\nport moths out\nport ticker out pulse\nclock lead\n  tempo 120\n  pulse 4 per beat to ticker\nscene "
        ."\"Harbour\"\n  on enter start lead\nscene \"Storm\"\nalways\nrule \"Play\"\n  take note\n  send moths channel 3\nrule "
        ."\"Parameters\"\n  take nrpn\n  send moths\n";

    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
        $id = $this->page->executeAsyncScript(
            <<<'JS'
            const [text, done] = arguments;
            fetch('/api/documents', { method: 'POST', headers: { 'Content-Type': 'application/json' },
                body: JSON.stringify({ kind: 'rulebook', name: 'Interrupted', text }) })
              .then((answer) => answer.json()).then(({ id }) => done(id));
            JS,
            [self::BOOK],
        );
        self::assertIsString($id);
        $this->page->get(Application::address()."/bench/{$id}");
        $this->waitFor('[data-receiver=moths]');
    }

    public function testAKeyLetGoWhileNobodyAnswersEndsAndTheClockGoesOn(): void
    {
        $this->hold('a');
        $this->hold('d');
        $this->until(fn (): bool => str_contains($this->receiver('moths'), 'C4') && str_contains($this->receiver('moths'), 'E4'), 'a chord sounds');
        $ticks = $this->ticks();
        $this->until(fn (): bool => $this->ticks() > $ticks, 'a clock runs that nobody has to poke');
        $this->stopTheApplication();
        $this->letGo('a');
        $this->until(fn (): bool => str_contains($this->alerts(), 'What you play is kept'), 'it is told');
        $this->hold('g');
        sleep(5);
        Application::goOn();
        $this->until(fn (): bool => !str_contains($this->alerts(), 'What you play is kept'), 'the notice goes by itself');
        $this->until(
            fn (): bool => !str_contains($this->receiver('moths'), 'C4')
                && str_contains($this->receiver('moths'), 'E4')
                && str_contains($this->receiver('moths'), 'G4'),
            'what was let go has ended, what is held sounds',
        );
        $ticks = $this->ticks();
        $this->until(fn (): bool => $this->ticks() > $ticks, 'the clock goes on');
        $this->letGo('d');
        $this->letGo('g');
        $this->until(fn (): bool => 4 === substr_count($this->receiver('moths'), 'free'), 'and all comes to rest');
    }

    public function testARecordingMissesNothingOfAnInterruptionAndIsStoredByItself(): void
    {
        $this->button('Record')->click();
        $this->strike(60);
        $this->until(fn (): bool => \count($this->all('[role=option]')) >= 2, 'it was played');
        $this->stopTheApplication();
        $this->strike(62);
        $this->strike(64);
        Application::goOn();
        $this->strike(65);
        $this->until(fn (): bool => \count($this->all('[role=option]')) >= 8, 'all of it arrives');
        $this->stopTheApplication();
        $this->button('Stop and keep')->click();
        $this->until(fn (): bool => str_contains($this->alerts(), 'is not stored yet'), 'the copy in the browser is told');
        Application::goOn();
        $this->until(fn (): bool => str_contains($this->alerts(), 'Kept as “recording'), 'it is stored without a click');
        self::assertStringContainsString('8 messages', $this->alerts());
    }

    public function testARecordingIsOfferedAfterAReload(): void
    {
        $this->button('Record')->click();
        $this->strike(60);
        $this->until(fn (): bool => \count($this->all('[role=option]')) >= 2, 'it was played');
        usleep(1_500_000);
        $this->page->navigate()->refresh();
        $this->until(fn (): bool => str_contains($this->alerts(), 'with 2 messages is not stored yet'), 'it is still there');
        $this->button('Store it now')->click();
        $this->until(fn (): bool => str_contains($this->alerts(), 'Kept as “recording'), 'it is stored');
    }

    public function testAReloadInTheMiddleKeepsSceneAndNotes(): void
    {
        $this->page->findElement(By::xpath('//button[contains(., "Storm")]'))->click();
        $this->press('[data-key="60"]', ' ');
        $this->until(fn (): bool => str_contains($this->receiver('moths'), 'C4') && 'Storm' === $this->scene(), 'a note sounds in the second scene');
        $this->page->navigate()->refresh();
        $this->waitFor('[data-receiver=moths]');
        $this->until(fn (): bool => str_contains($this->receiver('moths'), 'C4') && 'Storm' === $this->scene(), 'both are as they were');
        $this->until(fn (): bool => [] !== $this->all('[data-key="60"][aria-pressed=true]'), 'and the key is shown down');
        $this->strike(60);
        $this->until(fn (): bool => 4 === substr_count($this->receiver('moths'), 'free'), 'letting it go ends it');
    }

    public function testABrowserThatCallsItselfOfflineWorksOn(): void
    {
        // As on a stage without any network: the application on the same computer answers all the same.
        $this->page->executeScript("window.dispatchEvent(new Event('offline'))");
        $this->page->findElement(By::linkText('Charts'))->click();
        $this->waitFor('main a[href^="/charts/"]');
        $this->one('main a[href^="/charts/"]')->click();
        $this->until(fn (): bool => str_contains($this->text('main'), 'What is known'), 'what was not looked at before is fetched');
    }

    public function testTextThatCouldNotBeSavedIsSavedWhenItCan(): void
    {
        $this->stopTheApplication();
        $this->page->executeScript(
            "const content = document.querySelector('.cm-content'); const view = content.cmTile?.view ?? content.cmView.view; "
                ."view.dispatch({ changes: { from: 0, insert: '# typed in the dark\\n' }, userEvent: 'input.type' });",
        );
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath('//button[contains(., "Not saved")]')), 'it is told');
        Application::goOn();
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'it is saved by itself');
        $this->page->navigate()->refresh();
        $this->until(fn (): bool => str_contains($this->text('.cm-content'), 'typed in the dark'), 'and there after a reload');
    }

    /** A letter of the computer's keyboard: a is C4, d is E4, g is G4. */
    private function hold(string $letter): void
    {
        $this->page->executeScript(
            "document.activeElement.blur(); window.dispatchEvent(new KeyboardEvent('keydown', {key: arguments[0], code: 'Key' + "
                .'arguments[0].toUpperCase(), bubbles: true}))',
            [$letter],
        );
    }

    private function letGo(string $letter): void
    {
        $this->page->executeScript(
            "window.dispatchEvent(new KeyboardEvent('keyup', {key: arguments[0], code: 'Key' + arguments[0].toUpperCase(), bubbles: true}))",
            [$letter],
        );
    }

    private function strike(int $key): void
    {
        $this->press("[data-key=\"{$key}\"]", ' ');
        $this->release("[data-key=\"{$key}\"]", ' ');
    }

    private function ticks(): int
    {
        return 1 === preg_match('/(\d+) pulses/', $this->receiver('ticker'), $match) ? (int) $match[1] : 0;
    }

    private function scene(): string
    {
        return trim($this->text('[aria-label=Scenes] [aria-current=step]'), "0123456789 \n");
    }

    private function alerts(): string
    {
        return implode(' | ', array_map(static fn ($each): string => $each->getText(), $this->all('[role=alert]')));
    }
}

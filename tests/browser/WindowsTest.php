<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\Group;
use ZigzagPost\Tests\Core\Cases;

/** Two windows on one show: what is pressed in one is seen in the other, nothing is lost or doubled, and the lock counts in both. */
final class WindowsTest extends PageTestCase
{
    private string $rig = '';
    private string $book = '';
    private ?RemoteWebDriver $other = null;

    protected function setUp(): void
    {
        parent::setUp();
        $this->expected = [...$this->expected, '423'];
        $this->prepare($this->page);
        $found = $this->page->executeAsyncScript(
            <<<'JS'
            const done = arguments[0];
            (async () => {
                const mended = (await (await fetch('/api/documents?kind=rig')).json()).find((each) => each.name === 'The ferry, mended');
                const text = await (await fetch(`/api/rigs/${mended.id}/file`)).text();
                const body = new FormData();
                body.append('file', new File([text], 'Two windows.rig.json'));
                const rig = await (await fetch('/api/documents/import', { method: 'POST', body })).json();
                done([rig.id, JSON.parse(rig.text).book]);
            })();
            JS,
        );
        self::assertIsArray($found);
        [$this->rig, $this->book] = [\is_string($found[0]) ? $found[0] : '', \is_string($found[1]) ? $found[1] : ''];
        $this->other = Chromium::open();
        $this->prepare($this->other);
    }

    protected function tearDown(): void
    {
        $this->other?->get('about:blank');
        $this->other?->quit();
        parent::tearDown();
    }

    #[Group('long')]
    public function testWhatIsPressedOnABenchAndAStageIsOneShow(): void
    {
        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->until(fn (): bool => 'Casting off' === $this->text('[aria-label="This song"]'), 'the first song');
        $this->other()->get(Application::address()."/bench/{$this->book}");
        $this->until(fn (): bool => [] !== $this->other()->findElements(By::cssSelector('[aria-label^="Switch 1"]')), 'the bench');
        // Keys on the bench, songs on the stage: as fast as they can be pressed.
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937((int) (getenv('ZIGZAG_SEED') ?: 31)));
        $keys = 0;
        for ($presses = Cases::number(125); $presses > 0; --$presses) {
            if (1 === $random->getInt(1, 5)) {
                $this->page->getKeyboard()->sendKeys($random->getInt(0, 2) > 0 ? WebDriverKeys::PAGE_DOWN : WebDriverKeys::PAGE_UP);
            } else {
                $this->other()->getKeyboard()->sendKeys(['a', 's', 'd', 'f'][$random->getInt(0, 3)]);
                ++$keys;
            }
        }
        $state = fn (RemoteWebDriver $window): mixed => $window->executeAsyncScript(
            'const done = arguments[1]; fetch(`/api/rigs/${arguments[0]}/stage`).then((r) => r.json()).then((s) => '
                .'fetch(`/api/bench/${s.bench}`)).then((r) => r.json()).then((b) => done([b.receivers.flatMap((r) => (r.view.voices ?? '
                    .'[]).filter((v) => v !== null && v.isDown)).length, b.ports.find((p) => p.port === "keys" && p.in).messages, '
                        .'b.rules.reduce((n, r) => n + r.hits, 0)]))',
            [$this->rig],
        );
        $this->until(function () use ($state, $keys): bool {
            $seen = $state($this->page);

            return \is_array($seen) && 0 === $seen[0] && $seen[1] >= 2 * $keys;
        }, 'all keys were pressed and let go, and none hangs');
        self::assertSame(2 * $keys, \is_array($seen = $state($this->page)) ? $seen[1] : null, 'each once');
        $this->until(
            fn (): bool => str_starts_with(
                $this->text('[aria-label="Scene"]'),
                ltrim(str_replace("\n", ' ', $this->inOther('[aria-label=Scenes] [aria-current=step]')->getText()), '1234567890 '),
            ),
            'both show the same scene',
        );
        $this->other()->getKeyboard()->sendKeys(WebDriverKeys::ESCAPE);
        $this->until(fn (): bool => [] !== $this->other()->findElements(By::cssSelector('[aria-label="After the panic"]')), 'Escape is panic');
    }

    public function testASetListInAnotherOrderIsShownAsItPlaysAndTheLockCountsEverywhere(): void
    {
        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->until(fn (): bool => 'Casting off' === $this->text('[aria-label="This song"]'), 'the first song');
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::PAGE_DOWN);
        $this->until(fn (): bool => 'The long swell' === $this->text('[aria-label="This song"]'), 'the second');
        $this->other()->get(Application::address()."/rigs/{$this->rig}/show");
        $this->inOther('[aria-label="Later: Casting off"]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(
            fn (): bool => str_contains($this->text('main'), 'Next: Casting off'),
            'not locked, it changes over at once, and plays what it played',
        );
        self::assertSame('The long swell', $this->text('[aria-label="This song"]'));
        $this->button('Lock')->click();
        $this->until(fn (): bool => str_contains($this->text('main'), 'Locked by Ada: hold to unlock'), 'it says who locked it');
        $this->inOther('[aria-label="Later: The long swell"]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(
            fn (): bool => str_contains($this->inOther('main')->getText(), 'This show is locked by Ada since'),
            'the other window is told why nothing is changed',
        );
        $this->until(
            fn (): bool => str_starts_with(str_replace("\n", ' ', $this->inOther('[aria-label=Songs]')->getText()), '1 The long swell'),
            'and shows how it is',
        );
        self::assertStringContainsString('Next: Casting off', $this->text('main'));
    }

    private function prepare(RemoteWebDriver $window): void
    {
        $window->get(Application::noPage());
        $window->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
    }

    private function other(): RemoteWebDriver
    {
        self::assertNotNull($this->other);

        return $this->other;
    }

    private function inOther(string $selector): \Facebook\WebDriver\WebDriverElement
    {
        $this->until(fn (): bool => [] !== $this->other()->findElements(By::cssSelector($selector)), $selector);

        return $this->other()->findElement(By::cssSelector($selector));
    }
}

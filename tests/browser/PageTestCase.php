<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverElement;
use PHPUnit\Framework\TestCase;

/** A journey in a browser of its own; at its end the console has no error and no request has left the machine. */
abstract class PageTestCase extends TestCase
{
    protected RemoteWebDriver $page;
    /** @var list<string> errors on the console that belong to the journey, as parts of their text */
    protected array $expected = ['409', '422'];

    protected function setUp(): void
    {
        $this->page = Chromium::page();
    }

    protected function tearDown(): void
    {
        /** @var list<array{level: string, message: string}> $console */
        $console = $this->page->manage()->getLog('browser');
        $errors = array_filter(
            $console,
            fn (array $line): bool => 'SEVERE' === $line['level']
                && [] === array_filter($this->expected, static fn (string $part): bool => str_contains($line['message'], $part)),
        );
        $elsewhere = $this->requestsElsewhere();
        $this->page->get('about:blank'); // whoever leaves says so
        self::assertSame([], array_values($errors), 'the console has no error');
        self::assertSame([], $elsewhere, 'no request leaves the machine');
    }

    /**
     * The application goes away in the middle of whatever it is doing: a request that was under way is refused, reset or cut short, in
     * whatever words of the browser.
     */
    protected function stopTheApplication(): void
    {
        $this->expected = [...$this->expected, 'net::ERR_', 'status of 502', 'status of 503', 'status of 504'];
        Application::stop();
    }

    /** A rig of its own, like the one of the demo that is mended. A page of the application has to be open. */
    protected function copyOfMended(string $name): string
    {
        $rig = $this->page->executeAsyncScript(
            <<<'JS'
            const [name, done] = arguments;
            (async () => {
                const mended = (await (await fetch('/api/documents?kind=rig')).json()).find((each) => each.name === 'The ferry, mended');
                const text = await (await fetch(`/api/rigs/${mended.id}/file`)).text();
                const body = new FormData();
                body.append('file', new File([text], `${name}.rig.json`));
                done((await (await fetch('/api/documents/import', { method: 'POST', body })).json()).id ?? mended.id);
            })();
            JS,
            [$name],
        );
        self::assertIsString($rig);

        return $rig;
    }

    /** Opens another show by the menu of the bar, in the view that is looked at. */
    protected function openShow(string $name): void
    {
        $this->one('button[aria-label^="Show: "]')->click();
        $item = By::xpath("//*[@role='menu']//button[normalize-space()='{$name}' or starts-with(normalize-space(), '{$name} ')]");
        $this->until(fn (): bool => [] !== $this->page->findElements($item), "{$name} in the menu of shows");
        $this->page->findElement($item)->click();
    }

    /** Holds a key down on an element. */
    protected function press(string $selector, string $key): void
    {
        $this->page->executeScript(
            "const at = document.querySelector(arguments[0]); at.focus(); at.dispatchEvent(new KeyboardEvent('keydown', {key: arguments[1], bubbles: true}))",
            [$selector, $key],
        );
    }

    protected function release(string $selector, string $key): void
    {
        $this->page->executeScript(
            "document.querySelector(arguments[0]).dispatchEvent(new KeyboardEvent('keyup', {key: arguments[1], bubbles: true}))",
            [$selector, $key],
        );
    }

    protected function receiver(string $port): string
    {
        return $this->text("[data-receiver={$port}]");
    }

    /** What can be read in the first of these elements; nothing where there is none. */
    protected function text(string $selector): string
    {
        $text = $this->page->executeScript(
            <<<'JS'
            const found = document.querySelector(arguments[0]);
            return (found?.innerText ?? found?.textContent ?? '').replace(/[\t ]+/g, ' ').replace(/ ?\n ?/g, '\n').trim();
            JS,
            [$selector],
        );

        return \is_string($text) ? $text : '';
    }

    protected function button(string $label): WebDriverElement
    {
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath("//button[normalize-space()='{$label}']")), "a button \"{$label}\"");

        return $this->page->findElement(By::xpath("//button[normalize-space()='{$label}']"));
    }

    protected function one(string $selector): RemoteWebElement
    {
        $this->waitFor($selector);

        $found = $this->page->findElement(By::cssSelector($selector));
        self::assertInstanceOf(RemoteWebElement::class, $found);

        return $found;
    }

    /** @return list<WebDriverElement> */
    protected function all(string $selector): array
    {
        return array_values($this->page->findElements(By::cssSelector($selector)));
    }

    protected function waitFor(string $selector): void
    {
        $this->until(fn (): bool => [] !== $this->all($selector), $selector);
    }

    /** @param callable(): bool $condition */
    protected function until(callable $condition, string $what): void
    {
        $until = microtime(true) + 40;
        $pauseUs = 20_000;
        do {
            try {
                if ($condition()) {
                    $this->addToAssertionCount(1);

                    return;
                }
            } catch (\Facebook\WebDriver\Exception\StaleElementReferenceException) {
                // drawn anew just then
            }
            usleep($pauseUs);
            $pauseUs = min(240_000, (int) ($pauseUs * 1.5)); // who looks all the time slows down what is looked at
        } while (microtime(true) < $until);
        self::fail(
            "waited in vain: {$what}; the page says: ".
                implode(
                    ' | ',
                    array_map(static fn (WebDriverElement $each): string => $each->getText(), $this->all('[role=alert], [role=status], h2')),
                ),
        );
    }

    /** @return list<string> */
    protected function requestsElsewhere(): array
    {
        $elsewhere = [];
        /** @var list<array{message: string}> $entries */
        $entries = $this->page->manage()->getLog('performance');
        foreach ($entries as $entry) {
            if (
                str_contains($entry['message'], 'Network.requestWillBeSent"')
                && 1 === preg_match('#"request":\{[^}]*"url":"(https?://[^"]+)"#', $entry['message'], $match)
                && !str_starts_with($match[1], Application::address())
            ) {
                $elsewhere[] = $match[1];
            }
        }

        return $elsewhere;
    }
}

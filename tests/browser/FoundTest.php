<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\WebDriverBy as By;

/** What is drawn anew is found again; what has become another number of things is not. */
final class FoundTest extends PageTestCase
{
    private const DRAW = <<<'JS'
        document.body.innerHTML = `<ul>${'<li><button>press</button></li>'.repeat(arguments[0])}</ul>`;
        document.querySelectorAll('button').forEach((each, place) => each.addEventListener('click', () => each.textContent = `pressed ${place}`));
        JS;

    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get('about:blank');
        $this->draw(2);
    }

    public function testAButtonThatWasDrawnAnewIsPressed(): void
    {
        $button = $this->page->findElement(By::cssSelector('button'));
        $this->draw(2);
        $button->click();
        self::assertSame('pressed 0', $button->getText());
    }

    public function testOfSeveralTheOneInItsPlaceIsMeantAlsoInsideOfAnother(): void
    {
        $second = $this->page->findElements(By::cssSelector('li'))[1] ?? self::fail('two are drawn');
        $inside = $second->findElement(By::cssSelector('button'));
        $this->draw(2);
        $this->page->executeScript('arguments[0].click()', [$inside]);
        self::assertSame("press\npressed 1", $this->text('ul'));
    }

    public function testOneOfAnotherNumberOfThingsIsNotTakenForIt(): void
    {
        $second = $this->page->findElements(By::cssSelector('button'))[1] ?? self::fail('two are drawn');
        $this->draw(3);
        $this->expectException(StaleElementReferenceException::class);
        $second->click();
    }

    public function testWhatAppearsAMomentLaterIsWaitedFor(): void
    {
        $this->page->executeScript("setTimeout(() => (document.body.innerHTML = '<i>late</i>'), 600)");
        self::assertSame('late', $this->page->findElement(By::cssSelector('i'))->getText());
    }

    public function testWhatIsDrawnNoMoreIsToldAsGone(): void
    {
        $this->page->executeScript('document.querySelector("button").focus()');
        $button = $this->page->findElement(By::cssSelector('button'));
        $this->draw(0);
        $this->expectException(StaleElementReferenceException::class);
        $button->sendKeys(' ');
    }

    private function draw(int $buttons): void
    {
        $this->page->executeScript(self::DRAW, [$buttons]);
    }
}

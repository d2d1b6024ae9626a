<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys as Key;

/** A table is pasted, looked at, set right column by column, and only then kept. */
final class PasteTest extends PageTestCase
{
    public function testWhatWasGuessedIsSetRightBeforeItIsKept(): void
    {
        $name = 'Pasted '.bin2hex(random_bytes(3));
        $this->page->get(Application::address().'/charts');
        $this->button('Paste a table')->click();
        $this->one('dialog input')->sendKeys($name);
        $this->one('[aria-label="The table"]')->sendKeys(
            "Name;Number;Range;Ton\nMix;10;0-127;loud\nFeedback;11;\nPads;30-37;0-127\nSand;12;0-127, careful\n",
        );
        $this->until(
            fn (): bool => str_contains($this->text('dialog'), 'Look at it (2)')
                && str_contains($this->text('dialog'), 'Not taken (1)')
                && str_contains($this->text('dialog'), 'Taken (1)'),
            'three groups',
        );
        self::assertStringContainsString('what stands below "Ton" is left out', $this->text('dialog'));
        self::assertStringContainsString('Sand │ 12 │ 0-127, careful', $this->text('[aria-label="Look at it"]'), 'what stood there');
        self::assertStringContainsString('cc 11', $this->text('[aria-label="Look at it"]'));

        // By keyboard: the numbers are hexadecimal.
        $select = $this->page->findElement(By::xpath("//dialog//label[contains(., 'Number')]//select"));
        $select->sendKeys('controller, h');
        $select->sendKeys(Key::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Look at it"]'), 'cc 17'), 'read once more');
        $this->page->findElement(By::cssSelector('[aria-label="Take line 5, Sand"]'))->click();
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'Keep 2 parameters'), 'one is not wanted');
        $this->button('Keep 2 parameters')->click();
        $this->until(fn (): bool => [] === $this->all('dialog') && str_contains($this->text('main'), '2 parameters'), 'the chart is open');

        // The same headings another time: the choice is there.
        $this->page->get(Application::address().'/charts');
        $this->button('Paste a table')->click();
        $this->one('[aria-label="The table"]')->sendKeys("Name;Number;Range;Ton\nOther;20;0-127;\n");
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'cc 32'), 'hexadecimal, as it was the last time');
    }
}

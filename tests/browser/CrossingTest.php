<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;

/** A rig without a computer: from the factory's settings to a rig that works, who plays whom, and the test run. */
final class CrossingTest extends PageTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
        $rig = $this->page->executeAsyncScript(
            'const form = new FormData(); form.append("file", new File([arguments[0]], "crossing.rig.json"));'
                .'fetch("/api/documents/import", { method: "POST", body: form }).then((answer) => answer.json()).then((made) => arguments[1](made.id))',
            [(string) file_get_contents(\dirname(__DIR__, 2).'/demo/crossing-board.rig.json')],
        );
        \assert(\is_string($rig));
        $this->page->get(Application::address()."/rigs/{$rig}");
    }

    public function testABoardPlaysThreeBoxes(): void
    {
        $this->until(fn (): bool => [] !== $this->all('[aria-label="The rig"] [role=button]'), 'the rig is drawn');
        self::assertStringNotContainsString('Zigzag Post', $this->text('[aria-label="The rig"]'), 'no post stands in it');
        $this->tab('Plays');
        $this->cell('board to brine: controls plays, does not arrive, proposed');
        self::assertSame([], Axe::serious($this->page));

        // The plan sets jacks, the jumper and channels.
        $this->tab('Plan');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="What the plan changes"]'), 'Jumper behind the small jack: tip'), 'the jumper');
        $this->one('[aria-label="Accept midi for Jack 1 of board"]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => !str_contains($this->text('[aria-label="What the plan changes"]'), 'Jack 1'), 'one thing by itself');
        $this->until(fn (): bool => $this->button('Accept the plan')->isEnabled(), 'computed anew');
        $this->button('Accept the plan')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('main'), 'nothing has to be set anew'), 'all of it');

        $this->tab('Plays');
        $this->cell('board to drive: controls plays, arrives, proposed');
        $this->cell('board to drive: controls plays, arrives, proposed')->sendKeys(WebDriverKeys::ENTER);
        $this->cell('board to drive: controls keeps out, arrives, said by Ada');
        $this->tab('Findings');
        $this->until(fn (): bool => str_contains($this->text('main'), 'board is to stay out of drive, and its controls arrive there'), 'it is found');
        $this->one('[aria-label^="Undo"]')->click();
        $this->tab('Plays');
        $this->cell('board to drive: controls plays, arrives, proposed');
        $this->page->findElement(By::xpath("//select[@aria-label='All that board sends']/option[.='plays']"))->click();
        $this->cell('board to far: programs plays, arrives, said by Ada');
        self::assertSame([], Axe::serious($this->page));

        $this->tab('Test');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="How far"]'), '0 of 3 steps'), 'each box is tried');
        self::assertStringContainsString('Growl, Far stay as they are', $this->text('[aria-label="Steps of the test run"]'));
        $this->button('Let the stand-ins do it')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="How far"]'), '3 of 3 steps, 0 failed'), 'and the simulated rig does it');

        // A lead to edit with plays nobody.
        $this->one('[aria-label^="Lead far"]')->sendKeys(WebDriverKeys::ENTER);
        $this->page->findElement(By::xpath("//label[contains(., 'What it is there for')]//option[.='to edit']"))->click();
        $this->tab('Plays');
        $this->until(fn (): bool => !str_contains($this->text('[aria-label="Who plays whom"] thead'), 'far')
            || str_contains($this->text('[aria-label="Who plays whom"]'), 'nothing leads there'), 'far is not played over it');
    }

    private function tab(string $name): void
    {
        $this->page->findElement(By::xpath("//button[@role='tab'][starts-with(., '{$name}')]"))->click();
    }

    private function cell(string $label): \Facebook\WebDriver\WebDriverElement
    {
        $this->waitFor("[aria-label=\"{$label}\"]");

        return $this->one("[aria-label=\"{$label}\"]");
    }
}

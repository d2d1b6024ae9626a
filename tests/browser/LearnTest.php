<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;

/** A newcomer's first minute: press a control, say what it should do, see the rule, see it work. */
final class LearnTest extends PageTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get(Application::address().'/api/openapi.json');
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
        $book = $this->page->executeAsyncScript(<<<'JS'
            const done = arguments[0];
            fetch('/api/documents?kind=rulebook').then((answer) => answer.json()).then((all) => done(all.find((each) => each.name === 'The ferry, mended').id));
            JS);
        self::assertIsString($book);
        $this->page->get(Application::address()."/bench/{$book}");
        $this->waitFor('[data-receiver=brine]');
    }

    public function testASwitchIsPressedAndCallsAProgram(): void
    {
        $this->button('Learn')->click();
        $switch = $this->one('[aria-label^="Switch 8"]');
        $switch->sendKeys(' ');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Play it, say it"] h2'), '“Switch 8” of treadle should'), 'the control is recognised');
        $this->one('[aria-label="What it should do"]')->sendKeys('brine last bell'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[aria-label="The rule"]'), 'recall brine "Last bell"'), 'the rule is shown');
        self::assertStringContainsString('take treadle "Switch 8"', $this->text('[aria-label="The rule"]'));
        self::assertStringNotContainsString('Last bell', $this->receiver('brine'));
        $this->button('Put it into the rules')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Play it, say it"] h2'), 'Play it again'), 'it is in');
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'and at work');
        usleep(900_000);
        $switch->sendKeys(' ');
        $this->until(fn (): bool => str_contains($this->receiver('brine'), 'Last bell'), 'the box follows');
        $this->page->findElement(By::cssSelector('.cm-content'))->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => !str_contains($this->rules(), 'Switch 8: brine Last bell'), 'one step takes it back');
        sleep(2);
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'and that is kept');
    }

    public function testAStreamIsLeftOutAndSaysSo(): void
    {
        $this->button('Swing')->click();
        sleep(1);
        $this->button('Learn')->click();
        usleep(600_000);
        $this->one('[aria-label^="Switch 4"]')->sendKeys(' ');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Play it, say it"]'), '“Switch 4” of treadle'), 'the switch is found among the stream');
        $this->button('Still')->click();
    }

    public function testAPedalIsMeasuredHeelToeHeel(): void
    {
        $this->one('[aria-label="Calibrate a pedal"]')->click();
        $this->page->executeAsyncScript(<<<'JS'
            const done = arguments[0];
            const pedal = document.querySelector('[aria-label="Pedal"]');
            const to = (value) => {
                Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(pedal, String(value));
                pedal.dispatchEvent(new Event('input', { bubbles: true }));
            };
            const path = [...Array(12).fill(3), ...Array.from({ length: 20 }, (_, step) => 3 + 6 * step), ...Array(14).fill(124), ...Array.from({ length: 20 }, (_, step) => 124 - 6 * step), ...Array(14).fill(3)];
            to(60);
            let step = 0;
            const timer = setInterval(() => {
                to(path[step]);
                step += 1;
                if (step === path.length) {
                    clearInterval(timer);
                    done();
                }
            }, 40);
            JS);
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Calibrate]'), 'Keep it with treadle'), 'it is measured');
        self::assertStringContainsString('Pedal', $this->text('[aria-label=Calibrate]'));
        self::assertCount(1, $this->all('[aria-label=Calibrate] canvas'), 'the plot of before and after');
        $this->button('Keep it with treadle')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Calibrate]'), 'Kept with treadle'), 'and kept');
    }

    private function rules(): string
    {
        $text = $this->page->executeScript("const content = document.querySelector('.cm-content'); return (content.cmTile?.view ?? content.cmView.view).state.doc.toString();");

        return \is_string($text) ? $text : '';
    }
}

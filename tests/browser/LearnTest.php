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
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
        $this->open('The ferry, mended');
    }

    public function testASwitchIsPressedAndCallsAProgram(): void
    {
        $this->button('Learn')->click();
        $switch = $this->one('[aria-label^="Switch 8"]');
        $switch->sendKeys(' ');
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Play it, say it"] h2'), '“Switch 8” of treadle should'),
            'the control is recognised',
        );
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

    public function testTheDemoThatPlaysIsStoppedForANewcomersHand(): void
    {
        $this->page->executeScript("localStorage.removeItem('bench-seen')");
        $this->open('The ferry, as found');
        $this->until(fn (): bool => str_contains($this->text('body'), 'rehearsal.tape'), 'something is playing already');
        $this->button('Learn')->click();
        $this->until(fn (): bool => str_contains($this->text('body'), 'was stopped, so that your hand alone is heard'), 'and makes room for a hand');
        $this->one('[aria-label^="Switch 8"]')->sendKeys(' ');
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Play it, say it"] h2'), '“Switch 8” of treadle should'),
            'which is heard alone',
        );
        $this->one('[aria-label="What it should do"]')->sendKeys('brine undertow'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[aria-label="The rule"]'), 'recall brine "Undertow"'), 'the rule is shown');
        $this->button('Put it into the rules')->click();
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Play it, say it"]'), 'in the rules and at work'),
            'it is said when it works',
        );
        self::assertStringContainsString('Switch 8: brine Undertow', $this->rules());
        $this->one('[aria-label^="Switch 8"]')->sendKeys(' ');
        $this->until(fn (): bool => str_contains($this->receiver('brine'), 'Undertow'), 'and it does, at the first press');
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'it is kept');
        $this->page->findElement(By::cssSelector('.cm-content'))->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => !str_contains($this->rules(), 'Switch 8: brine Undertow'), 'one step takes it back');
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
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Play it, say it"]'), '“Switch 4” of treadle'),
            'the switch is found among the stream',
        );
        $this->button('Still')->click();
    }

    public function testAPedalIsMeasuredHeelToeHeel(): void
    {
        $this->one('[aria-label="Calibrate a pedal"]')->click();
        $this->heelToeHeel(3, 124);
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Calibrate]'), 'Keep it with treadle'), 'it is measured');
        self::assertStringContainsString('Pedal', $this->text('[aria-label=Calibrate]'));
        self::assertCount(1, $this->all('[aria-label=Calibrate] canvas'), 'the plot of before and after');
        $this->button('Keep it with treadle')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Calibrate]'), 'Kept with treadle'), 'and kept');
    }

    public function testScaleLinesAreRewrittenFromAPedalThatWasMeasured(): void
    {
        $this->write("rule \"Pedal by numbers\"\n  take treadle \"Pedal\"\n  scale value 0..127 to 0..127\n  send boxes channel 7\n\n");
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'the rule is kept');
        $this->one('[aria-label="Calibrate a pedal"]')->sendKeys(WebDriverKeys::ENTER);
        $this->heelToeHeel(8, 118);
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Calibrate]'), 'Keep it with treadle'), 'it is measured');
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Calibrate]'), 'Keep it with treadle'), 'it is back at the heel');
        self::assertSame(
            1,
            preg_match('/heel (\d+), toe (\d+)/', (string) $this->one('[aria-label^="Before and after"]')->getAttribute('aria-label'), $ends),
        );
        self::assertTrue(
            (int) $ends[1] >= 8 && (int) $ends[1] < 30 && (int) $ends[2] <= 118 && (int) $ends[2] > 96,
            "{$ends[1]} to {$ends[2]}: a browser that stands still for a moment makes a foot that rests near an end",
        );
        $this->button('Keep it with treadle')->sendKeys(WebDriverKeys::ENTER);
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label=Calibrate]'), 'Rewrite 1 scale line from it'),
            'a line that scales it is found',
        );
        self::assertStringContainsString('scale value 0..127 to', $this->rules(), 'nothing is rewritten unasked');
        $this->button('Rewrite 1 scale line from it')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->rules(), "scale value {$ends[1]}..{$ends[2]} to 0..127"), 'it scales from the measured ends');
        $this->page->findElement(By::cssSelector('.cm-content'))->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => str_contains($this->rules(), 'scale value 0..127 to'), 'one step takes it back');
        $this->page->findElement(By::cssSelector('.cm-content'))->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => !str_contains($this->rules(), 'Pedal by numbers'), 'and one more the rule');
        sleep(2);
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'as it was');
        $this->page->executeAsyncScript(
            <<<'JS'
            const done = arguments[0];
            (async () => {
                const rig = (await (await fetch('/api/documents?kind=rig')).json()).find((each) => each.name === 'The ferry, mended').id;
                await fetch(`/api/rigs/${rig}/measured`, { method: 'POST', headers: { 'Content-Type': 'application/json' },
                    body: JSON.stringify({ unit: 'treadle', control: 'Pedal', heel: 3, toe: 124, noise: 1 }) });
                done();
            })();
            JS,
        );
    }

    public function testAStackIsWrittenFromWhereABoxStands(): void
    {
        $this->one('[aria-label="Write a stack from present values"]')->sendKeys(WebDriverKeys::ENTER);
        $this->page->findElement(By::xpath("//section[@aria-label='Stack from present values']//label[contains(., 'Brine')]//input"))->sendKeys(' ');
        $this->one('[aria-label="What the stack is called"]')->sendKeys('as_now'.WebDriverKeys::ENTER);
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="The stack"]'), 'recall brine "Harbour"'),
            'it calls the program that the box is on',
        );
        self::assertStringContainsString('stack as_now', $this->rules(), 'it is in the rules');
        $this->page->findElement(By::cssSelector('.cm-content'))->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => !str_contains($this->rules(), 'as_now'), 'one step takes it back');
        sleep(2);
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'and that is kept');
    }

    public function testControlsThatArePlayedOnceBecomeAChart(): void
    {
        $this->one('[aria-label="Play each control once, for a chart"]')->sendKeys(WebDriverKeys::ENTER);
        foreach (['Switch 4', 'Switch 8'] as $position => $name) {
            $this->one("[aria-label^=\"{$name}\"]")->sendKeys(' ');
            $this->until(fn (): bool => \count($this->all('[aria-label=Played] tbody tr')) === $position + 1, "{$name} is written down");
        }
        $names = array_map(static fn ($field): string => (string) $field->getAttribute('value'), $this->all('[aria-label=Played] input'));
        self::assertSame(['Switch 4', 'Switch 8'], $names);
        $this->all('[aria-label=Played] input')[0]->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $this->all('[aria-label=Played] input')[0]->sendKeys('Lamp');
        $this->one('[aria-label="What the device is called"]')->sendKeys('Played board'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('main'), 'Played board') && str_contains($this->text('main'), '2 controls'), 'its chart is open');
        $cells = array_map(static fn ($cell): string => (string) $cell->getAttribute('value'), $this->all('[aria-label=Controls] tbody input'));
        self::assertContains('Lamp', $cells);
        self::assertContains('Switch 8', $cells);
    }

    /** Rules put in front of all others. */
    private function write(string $rules): void
    {
        $this->page->executeScript(
            <<<'JS'
            const content = document.querySelector('.cm-content');
            const view = content.cmTile?.view ?? content.cmView.view;
            const from = view.state.doc.toString().indexOf('rule "Switches 1 to 3');
            view.dispatch({ changes: { from, insert: arguments[0] } });
            JS,
            [$rules],
        );
    }

    /** Moves the pedal between two places, and rests at each. */
    private function heelToeHeel(int $heel, int $toe): void
    {
        $this->page->executeAsyncScript(
            <<<'JS'
            const [heel, toe, done] = arguments;
            const pedal = document.querySelector('[aria-label="Pedal"]');
            const to = (value) => {
                Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(pedal, String(value));
                pedal.dispatchEvent(new Event('input', { bubbles: true }));
            };
            const way = (from, end) => Array.from({ length: 20 }, (_, step) => Math.round(from + ((end - from) * step) / 19));
            const path = [...Array(12).fill(heel), ...way(heel, toe), ...Array(30).fill(toe), ...way(toe, heel), ...Array(30).fill(heel)];
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
            JS,
            [$heel, $toe],
        );
    }

    private function open(string $name): void
    {
        $book = $this->page->executeAsyncScript(
            <<<'JS'
            const [name, done] = arguments;
            fetch('/api/documents?kind=rulebook').then((answer) => answer.json()).then((all) => done(all.find((each) => each.name === name).id));
            JS,
            [$name],
        );
        self::assertIsString($book);
        $this->page->get(Application::address()."/bench/{$book}");
        $this->waitFor('[data-receiver=brine]');
    }

    private function rules(): string
    {
        $text = $this->page->executeScript(
            "const content = document.querySelector('.cm-content'); return (content.cmTile?.view ?? content.cmView.view).state.doc.toString();",
        );

        return \is_string($text) ? $text : '';
    }
}

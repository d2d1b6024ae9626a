<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys as Key;

/** Work on a rig and its charts: another chart for a unit, a run of controls laid onto a family, tables of cells. */
final class RigWorkTest extends PageTestCase
{
    private string $rig = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
        $rig = $this->page->executeAsyncScript(
            <<<'JS'
            const done = arguments[0];
            (async () => {
                const mended = (await (await fetch('/api/documents?kind=rig')).json()).find((each) => each.name === 'The ferry, mended');
                done((await (await fetch(`/api/documents/${mended.id}/duplicate`, { method: 'POST' })).json()).id);
            })();
            JS,
        );
        self::assertIsString($rig);
        $this->rig = $rig;
    }

    public function testAUnitIsSwappedForOneWithAnotherChart(): void
    {
        $this->choose('Brine');
        $this->button('Another chart')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath("//dialog//option[.='Far echo']")), 'the charts');
        $this->page->findElement(By::xpath("//dialog//option[.='Far echo']"))->click();
        $this->waitFor('[aria-label="What the rules name"] tbody tr');
        $rows = $this->text('[aria-label="What the rules name"]');
        self::assertStringContainsString('program “Harbour”', $rows);
        self::assertStringContainsString('parameter “Swell”', $rows);
        $this->until(
            fn (): bool => str_contains($this->text('dialog [role=status]'), 'of the rules will not be known'),
            'what does not fit is shown before anything is changed',
        );
        $this->page->findElement(By::xpath("//select[@aria-label='parameter Swell becomes']/option[.='Time']"))->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="What the rules name"]'), 'chosen by you'), 'a match can be chosen');
        $this->button('Take this chart')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => [] === $this->all('dialog') && str_contains($this->text('main'), 'chart Far echo'), 'it has the other chart');
        self::assertStringContainsString('turn brine "Time"', $this->rules(), 'and the rules follow');
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Findings]'), 'Harbour'), 'what does not fit is a finding');
        $this->one('[aria-label=Undo]')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => str_contains($this->text('main'), 'chart Brine'), 'undo brings the chart back');
    }

    public function testThePictureIsPinchedAndFitsAgain(): void
    {
        $this->page->get(Application::address()."/shows/{$this->rig}/rig");
        $this->waitFor('[data-unit]');
        $this->until(fn (): bool => str_contains($this->text('main'), 'hints'), 'all of it is computed');
        $before = $this->widthOfTheSampler();
        self::assertFalse($this->button('Fit (0)')->isEnabled(), 'it is whole at first');
        $tools = new ChromeDevToolsDriver($this->page);
        $tools->execute('Emulation.setTouchEmulationEnabled', ['enabled' => true, 'maxTouchPoints' => 2]);
        $fingers = static fn (int $apart): array => [['x' => 350 - $apart, 'y' => 300, 'id' => 1], ['x' => 350 + $apart, 'y' => 300, 'id' => 2]];
        $tools->execute('Input.dispatchTouchEvent', ['type' => 'touchStart', 'touchPoints' => $fingers(40)]);
        for ($apart = 50; $apart <= 90; $apart += 10) {
            $tools->execute('Input.dispatchTouchEvent', ['type' => 'touchMove', 'touchPoints' => $fingers($apart)]);
        }
        $tools->execute('Input.dispatchTouchEvent', ['type' => 'touchEnd', 'touchPoints' => []]);
        $tools->execute('Emulation.setTouchEmulationEnabled', ['enabled' => false]);
        $this->until(fn (): bool => $this->widthOfTheSampler() > $before * 1.2, 'two fingers make it larger');
        $this->button('Fit (0)')->click();
        $this->until(fn (): bool => abs($this->widthOfTheSampler() - $before) < 2, 'and it fits again');
    }

    private function widthOfTheSampler(): int
    {
        $width = $this->page->executeScript('return Math.round(document.querySelector("[data-unit=sampler]")?.getBoundingClientRect().width ?? 0)');

        return \is_int($width) ? $width : 0;
    }

    /** From a parameter back to what moves it, and the way of that on the picture: whole, and torn where a hub passes nothing on. */
    public function testAWayIsDrawnOnThePicture(): void
    {
        $this->choose('Gulls');
        $this->ask('What moves it?', 'Bend');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Does it arrive?"]'), 'keys, Wheel'), 'the wheel moves it');
        self::assertStringContainsString('always', $this->text('[aria-label="Does it arrive?"]'));
        $this->one('[aria-label="Does it arrive?"] [type=checkbox]')->sendKeys(' ');
        $this->until(fn (): bool => [] !== $this->all('[aria-label="Wheel: Bend"]'), 'the way is drawn');
        self::assertCount(3, $this->all('[aria-label="Wheel: Bend"] > path'), 'over three leads');

        $this->choose('Hub');
        $this->thruOff();
        $this->choose('Keys');
        $this->ask('Where does it go?', 'Wheel');
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Does it arrive?"]'), 'thru of knot is off'),
            'what stands in the way is said',
        );
        $this->one('[aria-label="Does it arrive?"] [type=checkbox]')->sendKeys(' ');
        $this->until(fn (): bool => [] !== $this->all('[aria-label="Wheel: thru of knot is off"]'), 'and where it stops');
        $this->one('[aria-label=Close]')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => [] === $this->all('[aria-label^="Wheel:"]'), 'closed, it is gone');
    }

    public function testAFindingIsPutToRestForAReason(): void
    {
        $this->choose('Hub');
        $this->thruOff();
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Findings]'), 'thru of knot is off'), 'it is found');
        $this->one('[aria-label^="Ignore: thru of knot is off"]')->sendKeys(Key::ENTER);
        $this->one('[aria-label="Why it may stay"]')->sendKeys('the gulls stay at home'.Key::ENTER);
        $this->until(
            fn (): bool => str_contains($this->text('section[aria-label="Ignored"]'), 'the gulls stay at home'),
            'it rests, with the reason',
        );
        self::assertStringNotContainsString('thru of knot is off', $this->text('ul[aria-label=Findings]'));
        $this->one('[aria-label^="Show again: thru of knot is off"]')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => str_contains($this->text('ul[aria-label=Findings]'), 'thru of knot is off'), 'and can be woken');
    }

    /** A fader got another number; the rule that took it by the old one is put right by its name, in one step. */
    public function testARuleByNumbersIsPutRightByName(): void
    {
        $this->page->executeAsyncScript(
            <<<'JS'
            const [id, done] = arguments;
            (async () => {
                const json = { 'Content-Type': 'application/json' };
                const document = await (await fetch(`/api/documents/${id}`)).json();
                const rig = JSON.parse(document.text);
                rig.units.find((each) => each.name === 'strip').assigned = { 'B fader 1': { message: { kind: 'cc', number: 110 }, state: 'set' } };
                await fetch(`/api/documents/${id}`, { method: 'PUT', headers: json,
                    body: JSON.stringify({ name: document.name, text: JSON.stringify(rig), version: document.version }) });
                await fetch(`/api/rigs/${id}/rules`, { method: 'POST', headers: json,
                    body: JSON.stringify({ text: 'rule "By number"\n  from strip\n  take cc 102\n  turn lantern "Lamp 3"\n' }) });
                done();
            })();
            JS,
            [$this->rig],
        );
        $this->page->get(Application::address()."/rigs/{$this->rig}");
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Findings]'), 'that was "B fader 1" of strip'), 'it is found');
        $this->page->findElement(By::xpath("//ul[@aria-label='Findings']//button[contains(., 'take strip \"B fader 1\"')]"))->sendKeys(Key::ENTER);
        $this->until(fn (): bool => !str_contains($this->text('[aria-label=Findings]'), 'that was "B fader 1"'), 'and gone');
        self::assertStringContainsString("take strip \"B fader 1\"\n  turn lantern", $this->rules());
    }

    public function testARunOfControlsIsLaidOntoAFamily(): void
    {
        $this->choose('Fader strip');
        $this->button('Map controls')->sendKeys(Key::ENTER);
        $this->waitFor('[aria-label=Family]');
        $this->page->findElement(By::xpath("//select[@aria-label='Family']/option[.='Monitor desk: Mix 2']"))->click();
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="The rules"]'), 'turn desk "Mix 2'),
            'the rules are shown before they are put in',
        );
        $shown = trim($this->text('[aria-label="The rules"]'));
        $before = $this->rules();
        self::assertStringNotContainsString('laid', $before);
        $put = $this->page->findElement(By::xpath("//dialog//button[starts-with(., 'Put ')]"));
        self::assertMatchesRegularExpression('/^Put [1-9]\d* rules in$/', $put->getText());
        $put->sendKeys(Key::ENTER);
        $this->until(fn (): bool => [] === $this->all('dialog'), 'they are in');
        $after = $this->rules();
        self::assertGreaterThan(\strlen($before), \strlen($after));
        foreach (explode("\n", $shown) as $line) {
            self::assertStringContainsString(trim($line), $after, 'they stand there as ordinary rules');
        }
    }

    public function testWhatADeviceHearsIsPastedIntoCellsAndUndone(): void
    {
        $this->page->get(Application::address().'/charts');
        $this->until(fn (): bool => [] !== $this->page->findElements(By::linkText('Moth synth')), 'the charts');
        $this->page->findElement(By::linkText('Moth synth'))->click();
        $this->waitFor('[role=tab]');
        $this->page->findElement(By::xpath("//button[@role='tab'][.='Hears']"))->sendKeys(Key::ENTER);
        $this->waitFor('[aria-label=Hears] tbody tr');
        $rows = \count($this->all('[aria-label=Hears] tbody tr'));
        $before = $this->cells();
        $this->page->executeScript(
            <<<'JS'
            const cell = document.querySelector('[aria-label=Hears] tbody tr input');
            cell.focus();
            const data = new DataTransfer();
            data.setData('text/plain', 'all\tin\tomni\t1\tnote, cc\t400\t60\nlow\tin\t5\t1\tnote\t\t');
            cell.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
            JS,
        );
        $this->until(
            fn (): bool => \count($this->all('[aria-label=Hears] tbody tr')) === max(2, $rows)
                && \in_array('note, cc', $this->cells(), true)
                && \in_array('400', $this->cells(), true),
            'two rows of cells',
        );
        $this->one('[aria-label=Undo]')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => $this->cells() === $before, 'undone in one step');
    }

    public function testCellsAreChosenCopiedFilledDownAndEmptied(): void
    {
        $this->page->get(Application::address().'/charts');
        $this->until(fn (): bool => [] !== $this->page->findElements(By::linkText('Brine echo')), 'the charts');
        $this->page->findElement(By::linkText('Brine echo'))->click();
        $this->waitFor('input[data-cell="3 0"]');
        $before = $this->column();
        $this->one('input[data-cell="0 0"]')->sendKeys([Key::SHIFT, Key::ARROW_DOWN]);
        $this->one('input[data-cell="0 0"]')->sendKeys([Key::SHIFT, Key::ARROW_DOWN]);
        $this->until(fn (): bool => 3 === \count($this->all('td[aria-selected=true]')), 'three cells are chosen');
        $copied = $this->page->executeScript(
            <<<'JS'
            const data = new DataTransfer();
            document.activeElement.dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }));
            return data.getData('text/plain');
            JS,
        );
        self::assertSame(implode("\n", \array_slice($before, 0, 3)), $copied, 'as a spreadsheet takes them');
        $this->one('input[data-cell="0 0"]')->sendKeys([Key::CONTROL, Key::ENTER]);
        $this->until(fn (): bool => [$before[0], $before[0], $before[0]] === \array_slice($this->column(), 0, 3), 'filled down');
        $this->one('[aria-label=Undo]')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => $this->column() === $before, 'undone in one step');
        self::assertStringContainsString('Undone: ', $this->text('body'));
    }

    /** @return list<string> what stands in the first column */
    private function column(): array
    {
        return array_map(static fn ($cell): string => (string) $cell->getAttribute('value'), $this->all('input[data-cell$=" 0"]'));
    }

    public function testFactsOfAChartAreTyped(): void
    {
        $this->page->get(Application::address().'/charts');
        $this->until(fn (): bool => [] !== $this->page->findElements(By::linkText('Moth synth')), 'the charts');
        $this->page->findElement(By::linkText('Moth synth'))->sendKeys(Key::ENTER);
        $this->waitFor('[role=tab]');
        $this->page->findElement(By::xpath("//button[@role='tab'][.='Facts']"))->sendKeys(Key::ENTER);
        $voices = $this->one('[aria-label="Known of Voices"]');
        $before = (string) $voices->getAttribute('value');
        $voices->sendKeys([Key::CONTROL, 'a']);
        $voices->sendKeys('7');
        $voices->sendKeys(Key::ENTER);
        $this->until(fn (): bool => '7' === $this->one('[aria-label="Known of Voices"]')->getAttribute('value'), 'it is known');
        $this->page->navigate()->refresh();
        $this->waitFor('[role=tab]');
        $this->page->findElement(By::xpath("//button[@role='tab'][.='Facts']"))->sendKeys(Key::ENTER);
        $this->until(fn (): bool => '7' === $this->one('[aria-label="Known of Voices"]')->getAttribute('value'), 'and kept');
        $this->one('[aria-label=Undo]')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => $before === $this->one('[aria-label="Known of Voices"]')->getAttribute('value'), 'undone');
    }

    private function thruOff(): void
    {
        $off = By::xpath("//tr[contains(., 'Thru')]//select/option[starts-with(., 'off')]");
        $this->until(fn (): bool => [] !== $this->page->findElements($off), 'its settings');
        $this->page->findElement($off)->click();
    }

    private function ask(string $question, string $what): void
    {
        $this->until(
            fn (): bool => [] !== $this->page->findElements(By::xpath("//label[contains(., '{$question}')]//option[.='{$what}']")),
            $question,
        );
        $this->page->findElement(By::xpath("//label[contains(., '{$question}')]//option[.='{$what}']"))->click();
    }

    private function choose(string $unit): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}");
        $box = By::xpath("//*[name()='g' and @role='button' and not(@aria-label) and starts-with(normalize-space(.), '{$unit}')]");
        $this->until(fn (): bool => [] !== $this->page->findElements($box), "{$unit} in the picture");
        $this->page->findElement($box)->sendKeys(Key::ENTER);
        $this->button('Another chart');
    }

    /** @return list<string> what stands in the cells */
    private function cells(): array
    {
        return array_map(static fn ($cell): string => (string) $cell->getAttribute('value'), $this->all('[aria-label=Hears] tbody input'));
    }

    private function rules(): string
    {
        $text = $this->page->executeAsyncScript(
            <<<'JS'
            const [rig, done] = arguments;
            (async () => {
                const { book } = JSON.parse((await (await fetch(`/api/documents/${rig}`)).json()).text);
                done((await (await fetch(`/api/documents/${book}`)).json()).text);
            })();
            JS,
            [$this->rig],
        );

        return \is_string($text) ? $text : '';
    }
}

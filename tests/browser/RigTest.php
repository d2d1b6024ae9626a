<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys as Key;
use PHPUnit\Framework\Attributes\Group;

/** From an empty rig to a printed card, and the walk through what is wrong in one that was found. */
final class RigTest extends PageTestCase
{
    private const BOOK = <<<'BOOK'
    rulebook "Quay"
    port keys in
    port boxes out

    rule "The wheel mixes the tide"
      take larch_keys "Modulation"
      turn tide_echo "Mix"
    BOOK;
    private string $name;

    protected function setUp(): void
    {
        parent::setUp();
        $this->name = 'Tide '.bin2hex(random_bytes(3));
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
    }

    #[Group('long')]
    public function testFromAnEmptyRigToACardByTheKeyboard(): void
    {
        $use = static fn (\Facebook\WebDriver\WebDriverElement $at): mixed => $at->sendKeys(Key::ENTER);
        $this->pasteAChart($use);
        $this->beginARig($use);
        foreach ([$this->name, 'Larch keys', 'Growl drive'] as $position => $chart) {
            $use($this->button(0 === $position ? 'Add the first unit' : 'Add a unit'));
            $this->until(fn (): bool => str_contains($this->text('dialog [aria-label="Charts"]'), $chart), 'its chart is offered');
            $this->one('[aria-label="Look for a chart"]')->sendKeys($chart);
            $this->until(fn (): bool => 1 === \count($this->all('dialog [aria-label="Charts"] li')), 'only that one');
            $this->one('[aria-label="Look for a chart"]')->sendKeys(Key::ENTER);
            $this->until(fn (): bool => [] === $this->all('dialog') && str_contains($this->text('main'), $position + 1 .' unit'), 'it is in the rig');
        }
        $this->workOn($use);
    }

    #[Group('long')]
    public function testFromAnEmptyRigToACardByTheMouse(): void
    {
        $use = static fn (\Facebook\WebDriver\WebDriverElement $at): mixed => $at->click();
        $this->pasteAChart($use);
        $this->beginARig($use);
        foreach ([$this->name, 'Larch keys', 'Growl drive'] as $position => $chart) {
            $use($this->button(0 === $position ? 'Add the first unit' : 'Add a unit'));
            $this->until(fn (): bool => str_contains($this->text('dialog [aria-label="Charts"]'), $chart), 'its chart is offered');
            $use($this->page->findElement(By::xpath("//dialog//ul[@aria-label='Charts']//button[contains(., '{$chart}')]")));
            $this->until(fn (): bool => [] === $this->all('dialog') && str_contains($this->text('main'), $position + 1 .' unit'), 'it is in the rig');
        }
        $this->workOn($use);
    }

    public function testWhatIsWrongInTheFoundFerryIsShownAndPutRight(): void
    {
        $this->page->get(Application::address().'/library');
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Shows]'), 'The ferry, as found'), 'the rig is listed');
        $this->page->findElement(By::linkText('The ferry, as found'))->click();
        $this->waitFor('[aria-label=Findings] li');
        $before = \count($this->all('[aria-label=Findings] > li'));
        $fix = $this->page->findElements(By::xpath("//ul[@aria-label='Findings']//button[not(@aria-label) and contains(@class, 'btn')]"));
        self::assertNotSame([], $fix, 'at least one finding comes with its fix');
        $what = $fix[0]->getText();
        $fix[0]->click();
        $this->until(fn (): bool => \count($this->all('[aria-label=Findings] > li')) < $before, "“{$what}” clears a finding");
        $this->one('[aria-label=Undo]')->click();
        $this->until(fn (): bool => \count($this->all('[aria-label=Findings] > li')) === $before, 'and undo brings it back');
    }

    public function testTheTestRunNarrowsDownAFault(): void
    {
        $this->page->get(Application::address().'/library');
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Shows]'), 'The ferry, mended'), 'the rig is listed');
        $this->page->findElement(By::linkText('The ferry, mended'))->click();
        $this->until(fn (): bool => [] !== $this->all('[role=tab]'), 'the rig is open');
        $this->page->findElement(By::xpath("//button[@role='tab'][starts-with(., 'Test')]"))->sendKeys(Key::ENTER);
        $this->button('Let the stand-ins do it')->sendKeys(Key::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[aria-label="How far"]'), ', 0 failed'), 'all of them pass');
        $pad = $this->page->findElements(By::xpath("//li[contains(., 'of Pad tray')]//button[contains(@aria-label, 'did not')]"));
        self::assertGreaterThan(3, \count($pad));
        foreach (array_keys($pad) as $index) {
            $this->page
                ->findElements(By::xpath("//li[contains(., 'of Pad tray')]//button[contains(@aria-label, 'did not')]"))[$index]->sendKeys(Key::ENTER);
        }
        $this->until(fn (): bool => "Look here\nlead tray" === $this->text('[aria-label=Suspects]'), 'the lead that all of them share');
        $this->page->navigate()->refresh();
        $this->until(fn (): bool => [] !== $this->all('[role=tab]'), 'the rig is open again');
        $this->page->findElement(By::xpath("//button[@role='tab'][starts-with(., 'Test')]"))->click();
        $this->until(fn (): bool => "Look here\nlead tray" === $this->text('[aria-label=Suspects]'), 'ticks outlast the page');
        $this->button('Start over')->click();
        $this->until(fn (): bool => str_starts_with($this->text('[aria-label="How far"]'), '0 of'), 'a new run');
    }

    /** @param callable(\Facebook\WebDriver\WebDriverElement): mixed $use */
    private function pasteAChart(callable $use): void
    {
        $this->page->get(Application::address().'/charts');
        $use($this->button('Paste a table'));
        $this->one('dialog input')->sendKeys($this->name);
        $this->one('[aria-label="The table"]')->sendKeys("Name;CC;Range\nMix;21;0-127\nFeedback;22;0-120\nFreeze;23;on/off\n");
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'Taken (3)'), 'the table is understood');
        $use($this->button('Keep 3 parameters'));
        $this->until(
            fn (): bool => [] === $this->all('dialog') && str_contains($this->text('main'), '3 parameters'),
            'the chart is open',
        );
    }

    /** The wheel once more, since rules that were saved a moment ago are put on the bench a moment later. */
    private function isMovedAgain(): bool
    {
        $this->page->findElement(By::xpath("//label[contains(., 'Modulation')]//input"))->sendKeys([Key::HOME, Key::END]);

        return true;
    }

    /** @param callable(\Facebook\WebDriver\WebDriverElement): mixed $use */
    private function beginARig(callable $use): void
    {
        $use($this->page->findElement(By::linkText('Library')));
        $use($this->button('New show'));
        $this->one('dialog input')->sendKeys("{$this->name} show".Key::ENTER);
        $this->until(fn (): bool => str_contains($this->text('main'), 'Nothing is in this rig yet'), 'an empty rig');
    }

    /** @param callable(\Facebook\WebDriver\WebDriverElement): mixed $use */
    private function workOn(callable $use): void
    {
        $tide = strtolower(str_replace(' ', '_', $this->name));
        $this->lay($use, $tide, 1);
        $this->lay($use, 'larch_keys', 2);
        $use($this->page->findElement(By::xpath("//button[@role='tab'][starts-with(., 'Plan')]")));
        $this->button('Accept the plan');
        $this->until(fn (): bool => $this->button('Accept the plan')->isEnabled(), 'the plan is of the rig as it is now');
        $use($this->button('Accept the plan'));
        $this->until(fn (): bool => str_contains($this->text('div[role=tabpanel]'), 'nothing has to be set anew'), 'the plan is made');

        $rig = (string) $this->page->getCurrentURL();
        $use($this->page->findElement(By::linkText('Bench')));
        $this->waitFor('.cm-content');
        $this->one('.cm-content')->sendKeys([Key::CONTROL, 'a']);
        $this->one('.cm-content')->sendKeys(Key::DELETE);
        foreach (explode("\n", str_replace('tide_echo', $tide, self::BOOK)) as $line) {
            $this->one('.cm-content')->sendKeys($line);
            $this->one('.cm-content')->sendKeys(Key::ESCAPE); // closes what is offered
            $this->one('.cm-content')->sendKeys(Key::ENTER);
        }
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'the rule is kept');
        $this->until(fn (): bool => str_contains($this->receiver($tide), 'has heard'), 'the unit stands on the bench');
        $this->until(
            fn (): bool => $this->isMovedAgain() && str_contains($this->receiver($tide), 'Mix') && str_contains($this->receiver($tide), '127'),
            'it arrives',
        );

        $this->page->get($rig);
        $this->until(fn (): bool => str_contains($this->text('main'), '3 units, 2 leads'), 'the rig is as it was');
        $use($this->page->findElement(By::linkText('Paper')));
        $use($this->one('[aria-label="Look at Load-in list and set-up cards"]'));
        $this->until(fn (): bool => 2 === \count($this->page->getWindowHandles()), 'the card opens beside the rig');
        $beside = $this->page->getWindowHandles()[1] ?? null;
        self::assertIsString($beside);
        $this->page->switchTo()->window($beside);
        $this->until(
            fn (): bool => str_contains($this->text('body'), $this->name) && str_contains($this->text('body'), 'MIDI channel'),
            'the card says what to set',
        );
        $printed = (new ChromeDevToolsDriver($this->page))->execute('Page.printToPDF');
        self::assertIsString($printed['data'] ?? null);
        $pdf = (string) base64_decode($printed['data'], true);
        self::assertStringStartsWith('%PDF-', $pdf, 'what the browser prints');
        self::assertGreaterThanOrEqual(1, preg_match_all('#/Type\s*/Page\b#', $pdf));
    }

    /** @param callable(\Facebook\WebDriver\WebDriverElement): mixed $use */
    private function lay(callable $use, string $unit, int $leads): void
    {
        $this->until(fn (): bool => !str_contains($this->text('main'), 'Computing …'), 'it is computed');
        $use($this->button('Lay a lead'));
        $this->one('dialog select')->sendKeys($unit);
        $this->until(fn (): bool => [] !== $this->all('dialog [type=radio]'), 'plugs are proposed');
        $use($this->button('Lay it'));
        $this->until(fn (): bool => [] === $this->all('dialog') && str_contains($this->text('main'), "{$leads} lead"), 'the lead lies');
    }
}

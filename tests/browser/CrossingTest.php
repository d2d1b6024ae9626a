<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;

/** A rig without a computer: from the factory's settings to a rig that works, who plays whom, and the test run. */
final class CrossingTest extends PageTestCase
{
    /** What is typed, by the name of the field. */
    private const ABOUT = [
        'Name on the case' => WebDriverKeys::CONTROL.'a'.WebDriverKeys::NULL.'The board',
        'Where it stands' => 'left of the mast',
        'Serial number' => 'SN 7',
        'Firmware' => '2.1',
        'Its colour' => WebDriverKeys::CONTROL.'a'.WebDriverKeys::NULL.'amber',
        'Backup file' => 'board.syx',
    ];

    private string $rig = '';

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
        $this->rig = $rig;
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

    /** What somebody knows of a box, a lead or the rig is written down where it is looked for, and stands in the document. */
    public function testWhatIsKnownIsWrittenDownWhereItIsLookedFor(): void
    {
        $this->one('[aria-label="The rig"] [aria-label^="Board"], [aria-label="The rig"] [role=button]');
        $board = By::xpath("//*[@aria-label='The rig']//*[@role='button'][starts-with(., 'Board')]");
        $this->page->findElement($board)->sendKeys(WebDriverKeys::ENTER);
        $this->page->findElement(By::xpath("//summary[.='About this box']"))->sendKeys(WebDriverKeys::ENTER);
        foreach (self::ABOUT as $label => $typed) {
            $this->page->findElement(By::xpath("//label[contains(., '{$label}')]//input"))->sendKeys($typed);
        }
        $this->one('[aria-label="Battery lasts, in hours"]')->sendKeys('6'.WebDriverKeys::ENTER);
        $this->page->findElement(By::xpath("//label[contains(., 'On one cable it gets')]//option[.='split numbers']"))->click();
        $this->page->findElement(By::xpath("//fieldset//label[contains(., 'brine')]/input"))->sendKeys(WebDriverKeys::SPACE);
        self::assertSame([], Axe::serious($this->page));
        $this->page->findElement(By::xpath("//summary[.='Labels of its controls']"))->sendKeys(WebDriverKeys::ENTER);
        $this->page->executeScript(
            <<<'JS'
                const data = new DataTransfer();
                data.setData('text/plain', 'Dry\tgreen\nWet\tblue\nFar');
                const paste = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
                document.querySelector('[aria-label="Label of Switch 2"]').dispatchEvent(paste);
                JS,
        );
        $this->one('[aria-label="Colour of Switch 4"]')->sendKeys('red');
        $this->until(fn (): bool => 'Far' === $this->one('[aria-label="Label of Switch 4"]')->getAttribute('value'), 'the column is pasted');
        $this->one('button[aria-label="Close"]')->click();

        $this->one('[aria-label^="Lead far"]')->sendKeys(WebDriverKeys::ENTER);
        $this->button('Add an adapter')->sendKeys(WebDriverKeys::ENTER);
        $this->page->findElement(By::xpath("//select[@aria-label='Second plug of part 2']/option[.='jack 6.35']"))->click();
        $this->one('[aria-label="phantom off: phantom power is off on part 2"]')->sendKeys(WebDriverKeys::SPACE);
        $this->page->findElement(By::xpath("//label[contains(., 'Arrives twice on purpose')]//input"))->sendKeys('a spare way');
        $this->page->findElement(By::xpath("//label[contains(., 'Network session')]//input"))->sendKeys('quay');
        $this->page->findElement(By::xpath("//select[@aria-label='Who invites']/option[.='far invites']"))->click();
        self::assertSame([], Axe::serious($this->page));
        $this->tab('Plan');
        $this->one('[aria-label="The show lasts, in hours"]')->sendKeys('2.5'.WebDriverKeys::ENTER);
        $this->page->findElement(By::xpath("//label[contains(., 'Boxes on one cable get')]//option[.='split numbers']"))->click();

        $this->until(fn (): bool => 'split numbers' === ($this->stored()['wants'] ?? null), 'all of it is stored');
        $rig = $this->stored();
        $board = self::entry($rig, 'units', 0);
        self::assertEquals(
            [
                'label' => 'The board',
                'place' => 'left of the mast',
                'serial' => 'SN 7',
                'firmware' => '2.1',
                'colour' => ['word' => 'amber', 'hex' => '#ffb000'],
                'battery' => ['hours' => 6],
                'backup' => ['file' => 'board.syx', 'at' => gmdate('Y-m-d')],
                'wants' => 'split numbers',
                'playsWith' => ['brine'],
                'labels' => [
                    'Switch 2' => ['text' => 'Dry', 'colour' => 'green'],
                    'Switch 3' => ['text' => 'Wet', 'colour' => 'blue'],
                    'Switch 4' => ['text' => 'Far', 'colour' => 'red'],
                ],
            ],
            array_diff_key($board, ['name' => 0, 'chart' => 0, 'settings' => 0, 'assigned' => 0]),
        );
        $lead = self::entry($rig, 'leads', 1);
        self::assertSame(['a spare way', ['initiator' => 'b', 'name' => 'quay']], [$lead['wantedDouble'] ?? null, $lead['session'] ?? null]);
        self::assertSame(
            ['what' => 'adapter', 'map' => 'straight', 'ends' => ['din5', 'jack 6.35'], 'phantomOff' => true],
            self::entry($lead, 'parts', 1),
        );
        self::assertSame(2.5, $rig['showHours'] ?? null);
    }

    /** @return array<mixed> the rig as it is stored */
    private function stored(): array
    {
        $text = $this->page->executeAsyncScript(
            'fetch(`/api/documents/${arguments[0]}`).then((answer) => answer.json()).then((made) => arguments[1](made.text))',
            [$this->rig],
        );
        $rig = \is_string($text) ? json_decode($text, true) : null;

        return \is_array($rig) ? $rig : [];
    }

    /**
     * @param array<mixed> $of
     *
     * @return array<mixed>
     */
    private static function entry(array $of, string $list, int $place): array
    {
        $entry = \is_array($of[$list] ?? null) ? $of[$list][$place] ?? null : null;
        self::assertIsArray($entry);

        return $entry;
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

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Rig\Kit;
use ZigzagPost\Tests\Core\Rig\PlannedJson;

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

    /** Unit, setting, value, and what is found first then. */
    private const FAULTS = [
        ['board', 'Jack 1', 'footswitch', 'board JACK 1 is for footswitch'],
        ['far', 'EXP / MIDI', 'expression', 'far EXP / MIDI has power (supply+) on the ring'],
        ['board', 'Jumper behind the small jack', 'tip', 'the tip of board SMALL JACK is not connected to the tip of drive MIDI'],
        ['drive', 'MIDI channel', '11', 'board sends on MIDI channel 7, drive answers on 11'],
        ['far', 'Program changes', 'off', 'far does not receive programs while "Program changes" is off'],
        ['board', 'Clock out', 'off', 'board does not send clock while "Clock out" is off'],
        ['far', 'Follow the clock', 'off', 'far does not receive clock while "Follow the clock" is off'],
        ['board', 'Program change on bank step', 'on', 'board sends a program change with each bank step'],
        ['far', 'Pass on', 'off', 'thru of far is off: nothing reaches wake'],
        ['brine', 'Control jack', 'expression', 'brine CONTROL has power (supply+) on the ring'],
    ];
    /** What is written down elsewhere: at the plugs when a lead is laid, by measuring a pedal, and what the chart says of a message. */
    private const ELSEWHERE = [
        '/units/measured/*/heel',
        '/units/measured/*/toe',
        '/units/measured/*/noise',
        '/units/assigned/*/message/channel',
        '/units/assigned/*/message/channel/offset',
        '/units/assigned/*/message/channel/setting',
        '/units/assigned/*/message/steps',
        '/units/assigned/*/message/sysex',
        '/leads/a/stream',
        '/leads/b/stream',
    ];
    private const FILE = __DIR__.'/../../demo/crossing-board.rig.json';

    private string $rig = '';
    private int $presses = 0;
    private bool $isByMouse = false;

    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
        $this->open((string) file_get_contents(self::FILE));
    }

    private function open(string $json): void
    {
        $rig = $this->page->executeAsyncScript(
            'const form = new FormData(); form.append("file", new File([arguments[0]], "crossing.rig.json"));'
                .'fetch("/api/documents/import", { method: "POST", body: form }).then((answer) => answer.json()).then((made) => arguments[1](made.id))',
            [$json],
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

        // Nobody asks who plays a box that passes on: it is said, for all that the board sends.
        $this->at("//select[@aria-label='All that board sends']/option[.='plays']")->click();
        $this->cell('board to far: controls plays, does not arrive, said by Ada');

        // The plan sets jacks and channels, and takes another cable: that is less work than the jumper inside.
        $this->tab('Plan');
        $crossed = 'Lead drive cables: replace the jack cable with a crossed one';
        $this->until(fn (): bool => str_contains($this->text('[aria-label="What the plan changes"]'), $crossed), 'the cable');
        $this->one('[aria-label="Accept midi for Jack 1 of board"]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => !str_contains($this->text('[aria-label="What the plan changes"]'), 'Jack 1'), 'one thing by itself');
        $this->until(fn (): bool => $this->button('Accept the plan')->isEnabled(), 'computed anew');
        $this->button('Accept the plan')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('main'), 'nothing has to be set anew'), 'all of it');

        $this->tab('Plays');
        $this->cell('board to drive: controls plays, arrives, said by Ada')->sendKeys(WebDriverKeys::ENTER);
        $this->cell('board to drive: controls keeps out, arrives, said by Ada');
        $this->tab('Findings');
        $this->until(fn (): bool => str_contains($this->text('main'), 'board is to stay out of drive, and its controls reach it'), 'it is found');
        $this->one('[aria-label^="Undo"]')->click();
        $this->tab('Plays');
        $this->cell('board to drive: controls plays, arrives, said by Ada');
        $this->cell('board to far: programs plays, arrives, said by Ada');
        self::assertSame([], Axe::serious($this->page));

        $this->tab('Test');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="How far"]'), '0 of 5 steps'), 'each box is tried');
        self::assertStringContainsString('Growl, Far, Wake stay as they are', $this->text('[aria-label="Steps of the test run"]'));
        $this->button('Let the stand-ins do it')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="How far"]'), '5 of 5 steps, 0 failed'), 'and the simulated rig does it');

        // A lead to edit with plays nobody.
        $this->one('[aria-label^="Lead far"]')->sendKeys(WebDriverKeys::ENTER);
        $this->at("//label[contains(., 'What it is there for')]//option[.='to edit']")->click();
        $this->tab('Plays');
        $this->until(fn (): bool => !str_contains($this->text('[aria-label="Who plays whom"] thead'), 'far')
            || str_contains($this->text('[aria-label="Who plays whom"]'), 'nothing leads there'), 'far is not played over it');
    }

    /** The rig from nothing to playing, on screens only: no word is typed but names of charts. */
    #[Group('long')]
    #[TestWith([false])]
    #[TestWith([true])]
    public function testFromEmptyToPlayingInEightyPresses(bool $isByMouse): void
    {
        $this->isByMouse = $isByMouse;
        $this->page->get(Application::address().'/library');
        $this->pressing('New show');
        $this->one('dialog input')->sendKeys('Two boxes '.bin2hex(random_bytes(3)).WebDriverKeys::ENTER);
        foreach (['Shingle crossing board', 'Brine pedal', 'Growl pedal', 'Far pedal', 'Wake pedal', 'Lamp supply'] as $index => $chart) {
            $this->pressing(0 === $index ? 'Add the first unit' : 'Add a unit');
            $this->one('[aria-label="Look for a chart"]')->sendKeys($chart);
            $this->until(fn (): bool => 1 === \count($this->all('dialog [aria-label="Charts"] li')), $chart);
            $this->pressOn('dialog [aria-label="Charts"] button');
            $count = $index + 1 .(0 === $index ? ' unit' : ' units');
            $this->until(fn (): bool => str_contains($this->text('main'), $count), "{$chart} stands in the rig");
        }
        $pedals = ['brine_pedal', 'growl_pedal', 'far_pedal', 'wake_pedal'];
        foreach ($pedals as $to) {
            $this->lead('wake_pedal' === $to ? 'far_pedal' : 'shingle_crossing_board', $to);
        }
        foreach (['shingle_crossing_board', ...$pedals] as $to) {
            $this->lead('lamp_supply', $to);
        }
        $this->until(fn (): bool => str_contains($this->text('main'), '9 leads'), 'all leads');
        $this->pressing('Plays', true);
        $this->choose('All that shingle_crossing_board sends', 'plays');
        $this->pressing('Plan', true);
        $this->pressing('Accept the plan');
        $this->until(fn (): bool => str_contains($this->text('main'), 'nothing has to be set anew'), 'all of it');
        $this->pressing('Findings', true);
        $this->until(fn (): bool => !str_contains($this->text('[aria-label="Findings"]'), 'error'), 'nothing is wrong');
        $this->pressing('Test', true);
        $this->pressing('Let the stand-ins do it');
        $this->until(fn (): bool => str_contains($this->text('[aria-label="How far"]'), '5 of 5 steps, 0 failed'), 'it plays');
        self::assertLessThanOrEqual(80, $this->presses);
        // Each press is taken back by one.
        $this->one('[aria-label^="Undo"]')->click();
        $this->pressing('Plan', true);
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath("//button[normalize-space()='Accept the plan']")), 'taken back');
    }

    private function lead(string $from, string $to): void
    {
        $this->pressing('Lay a lead');
        $this->choose('From', $from);
        $this->choose('To', $to);
        $this->pressing('Lay it');
    }

    private function pressing(string $label, bool $isTab = false): void
    {
        $at = By::xpath($isTab ? "//button[@role='tab'][starts-with(., '{$label}')]" : "//button[normalize-space()='{$label}' and not(@disabled)]");
        $this->until(fn (): bool => [] !== $this->page->findElements($at), $label);
        $this->pressAt($this->page->findElement($at));
    }

    private function pressOn(string $selector): void
    {
        $this->pressAt($this->one($selector));
    }

    private function pressAt(\Facebook\WebDriver\WebDriverElement $element): void
    {
        ++$this->presses;
        $this->isByMouse ? $element->click() : $element->sendKeys(WebDriverKeys::ENTER);
    }

    /** One option of a list; by keyboard its first letters are typed. */
    private function choose(string $select, string $option): void
    {
        ++$this->presses;
        $at = "//select[@aria-label='{$select}' or ancestor::label[starts-with(normalize-space(), '{$select}')]]";
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath("{$at}/option[normalize-space()='{$option}']")), "{$select}: {$option}");
        $this->isByMouse
            ? $this->at("{$at}/option[normalize-space()='{$option}']")->click()
            : $this->page->findElement(By::xpath($at))->sendKeys($option);
    }

    /** One thing wrong at a time: it is found, before all else, and taken back by one press. */
    #[Group('long')]
    public function testEachFaultIsFoundFirst(): void
    {
        $json = ['intents' => [['from' => 'board', 'to' => 'far', 'of' => ['controls', 'programs', 'clock'], 'means' => 'plays']]]
            + Json::members((string) file_get_contents(self::FILE));
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
        $this->open(Json::encode(PlannedJson::of($json, $analysis)));
        $this->until(fn (): bool => str_contains($this->first(), '"Switch 5" sends controller 84'), 'nothing is wrong');
        foreach (self::FAULTS as [$unit, $setting, $value, $found]) {
            $this->unit($unit);
            $this->at("//select[@aria-label='{$setting}']/option[starts-with(., '{$value}')]")->click();
            $this->isFoundAndTakenBack($found);
        }

        $this->one('[aria-label^="Lead far"]')->sendKeys(WebDriverKeys::ENTER);
        $this->button('Add an adapter')->sendKeys(WebDriverKeys::ENTER);
        $this->at("//select[@aria-label='How adapter is wired']/option[.='crossed']")->click();
        $this->until(fn (): bool => str_contains($this->first(), 'nothing arrives; take the adapter out'), 'the adapter');
        $this->button('Take the adapter out')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->first(), '"Switch 5" sends controller 84'), 'nothing is wrong any more');

        $this->unit('board');
        $this->at("//summary[.='Labels of its controls']")->sendKeys(WebDriverKeys::ENTER);
        $this->one('[aria-label="Label of Switch 1"]')->sendKeys('Dry');
        $this->one('[aria-label="Label of Switch 2"]')->sendKeys('Dry'.WebDriverKeys::TAB);
        $this->isFoundAndTakenBack('"Switch 2" of board has the label "Dry", as "Switch 1" has');
    }

    private function unit(string $name): void
    {
        $this->one("[aria-label=\"The rig\"] [data-unit={$name}]")->sendKeys(WebDriverKeys::ENTER);
    }

    private function isFoundAndTakenBack(string $found): void
    {
        $this->until(fn (): bool => str_contains($this->first(), $found), $found);
        $this->one('[aria-label^="Undo"]')->click();
        $this->until(fn (): bool => !str_contains($this->first(), $found), "taken back: {$found}");
    }

    /** What somebody knows of a box, a lead or the rig is written down where it is looked for, and stands in the document. */
    #[Group('long')]
    public function testWhatIsKnownIsWrittenDownWhereItIsLookedFor(): void
    {
        $audio = static fn (string $id, string $way): array => [
            'id' => $id,
            'label' => strtoupper($id),
            'connector' => 'jack 6.35',
            'uses' => [['way' => $way, 'carries' => 'audio']],
        ];
        $this->open(Json::encode(Kit::changed(Json::members((string) file_get_contents(self::FILE)), [
            '/charts/far-pedal/chart/plugs/-' => $audio('left', 'out'),
            '/charts/wake-pedal/chart/plugs/-' => $audio('return', 'in'),
            '/leads/-' => Kit::lead('sound', 'far left', 'wake return'),
        ])));
        $this->one('[aria-label="The rig"] [aria-label^="Board"], [aria-label="The rig"] [role=button]');
        $board = By::xpath("//*[@aria-label='The rig']//*[@role='button'][starts-with(., 'Board')]");
        $this->at($board)->sendKeys(WebDriverKeys::ENTER);
        $this->at("//summary[.='About this box']")->sendKeys(WebDriverKeys::ENTER);
        foreach (self::ABOUT as $label => $typed) {
            $this->at("//label[contains(., '{$label}')]//input")->sendKeys($typed);
        }
        $this->one('[aria-label="Battery lasts, in hours"]')->sendKeys('6'.WebDriverKeys::ENTER);
        $this->at("//label[contains(., 'On one cable it gets')]//option[.='split numbers']")->click();
        $this->at("//fieldset//label[contains(., 'brine')]/input")->sendKeys(WebDriverKeys::SPACE);
        self::assertSame([], Axe::serious($this->page));
        $this->at("//summary[.='Labels of its controls']")->sendKeys(WebDriverKeys::ENTER);
        $this->page->executeScript(
            <<<'JS'
                const data = new DataTransfer();
                data.setData('text/plain', 'Dry\tgreen\nWet\tblue\nFar');
                const paste = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
                document.querySelector('[aria-label="Label of Switch 2"]').dispatchEvent(paste);
                JS,
        );
        $this->one('[aria-label="Colour of Switch 4"]')->sendKeys('red');
        $this->at("//label[contains(., 'Mirrors')]//option[.='wake']")->click();
        $this->at("//summary[.='Numbers that are entered']")->sendKeys(WebDriverKeys::ENTER);
        $this->one('[aria-label="Number of Switch 8"]')->sendKeys('note 36'.WebDriverKeys::ENTER);
        $this->one('[aria-label="The number of Switch 8 is entered"]')->sendKeys(WebDriverKeys::SPACE);
        $this->button('Tick: sent to the box')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('main'), 'were sent to the box on'), 'what its editor holds is ticked');
        $this->until(fn (): bool => 'Far' === $this->one('[aria-label="Label of Switch 4"]')->getAttribute('value'), 'the column is pasted');
        $this->one('button[aria-label="Close"]')->click();

        $this->one('[aria-label^="Lead far"]')->sendKeys(WebDriverKeys::ENTER);
        $this->button('Add an adapter')->sendKeys(WebDriverKeys::ENTER);
        $this->at("//select[@aria-label='Second plug of part 2']/option[.='jack 3.5']")->click();
        $this->one('[aria-label="phantom off: phantom power is off on part 2"]')->sendKeys(WebDriverKeys::SPACE);
        $this->at("//label[contains(., 'Arrives twice on purpose')]//input")->sendKeys('a spare way');
        $this->at("//label[contains(., 'Network session')]//input")->sendKeys('quay');
        $this->at("//select[@aria-label='Who invites']/option[.='far invites']")->click();
        $this->at("//select[@aria-label='How adapter is wired']/option[.='named']")->click();
        $this->one('[aria-label="Contacts of part 2"]')->sendKeys('tip-tip, ring'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('main'), '“ring” is none'), 'what is no pair is told where it is typed');
        $this->one('[aria-label="Contacts of part 2"]')->sendKeys('-sleeve'.WebDriverKeys::ENTER);
        $this->at("//select[@aria-label='Ends of part 2']/option[.='female to male']")->click();
        $this->at("//select[@aria-label='What is soldered of part 2']/option[.='second end soldered']")->click();
        $this->one('[aria-label="One cable with part 2"]')->sendKeys('loom 1');
        $this->one('[aria-label="Length of adapter in metres"]')->sendKeys('0.2'.WebDriverKeys::ENTER);
        $this->one('[aria-label="extension: part 2 is a passive extension"]')->sendKeys(WebDriverKeys::SPACE);
        $this->at("//label[contains(., 'What it is there for')]//option[.='to edit']")->click();
        $name = $this->at("//*[@id=//label[contains(., 'Name of the lead')]/@for] | //label[contains(., 'Name of the lead')]//input");
        $name->sendKeys(WebDriverKeys::CONTROL.'a'.WebDriverKeys::NULL.'to far'.WebDriverKeys::ENTER);
        $this->waitFor('[aria-label^="Lead to far"]');
        self::assertSame([], Axe::serious($this->page));
        $this->one('[aria-label^="Lead sound"]')->sendKeys(WebDriverKeys::ENTER);
        $this->at("//label[starts-with(., 'On channel')]//input")->sendKeys('5');
        $this->at("//select[@aria-label='Side']/option[.='left']")->click();
        $this->at("//label[starts-with(., 'Goes on to')]//input")->sendKeys('the monitors');
        $this->unit('brine');
        $this->at("//select[@aria-label='Control jack']/option[starts-with(., 'midi')]")->click();
        $this->one('[aria-label="Control jack is set on the box"]')->sendKeys(WebDriverKeys::SPACE);
        $this->at("//summary[.='What its programs hold']")->sendKeys(WebDriverKeys::ENTER);
        $this->one('[aria-label="Place of a program, from 0"]')->sendKeys('3'.WebDriverKeys::TAB);
        $this->button('Write a program down')->sendKeys(WebDriverKeys::ENTER);
        $this->one('[aria-label="Name of the program at place 3"]')->sendKeys('Gull');
        $this->one('[aria-label="What the program at place 3 stores"]')->sendKeys('Mix 40'.WebDriverKeys::ENTER);
        $map = $this->at("//*[@id=//label[contains(., 'Its own map')]/@for] | //label[contains(., 'Its own map')]//input");
        $map->sendKeys('5 = 2'.WebDriverKeys::ENTER);
        self::assertSame([], Axe::serious($this->page));
        $this->tab('Plan');
        $this->one('[aria-label="The show lasts, in hours"]')->sendKeys('2.5'.WebDriverKeys::ENTER);
        $this->at("//label[contains(., 'Boxes on one cable get')]//option[.='split numbers']")->click();

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
                'mirrors' => 'wake',
                'assigned' => [
                    'Switch 8' => [
                        'message' => ['kind' => 'note', 'number' => 36, 'values' => [0, 127]],
                        'state' => 'set',
                        'pinned' => true,
                        'at' => gmdate('Y-m-d'),
                        'by' => 'Ada',
                    ],
                ],
            ],
            array_diff_key($board, ['name' => 0, 'chart' => 0, 'settings' => 0, 'sent' => 0]),
        );
        self::assertSame('Ada', \is_array($board['sent'] ?? null) ? $board['sent']['by'] ?? null : null);
        $brine = self::entry($rig, 'units', 1);
        self::assertSame([['3' => ['name' => 'Gull', 'stores' => ['Mix' => 40]]], [[5, 2]]], [$brine['programs'] ?? null, $brine['programMap'] ?? null]);
        $lead = self::entry($rig, 'leads', 1);
        self::assertSame(['a spare way', ['initiator' => 'b', 'name' => 'quay']], [$lead['wantedDouble'] ?? null, $lead['session'] ?? null]);
        self::assertEquals(
            [
                'what' => 'adapter',
                'map' => 'named',
                'ends' => ['jack 6.35', 'jack 3.5'],
                'phantomOff' => true,
                'contacts' => ['tip' => 'tip', 'ring' => 'sleeve'],
                'lengthM' => 0.2,
                'passiveExtension' => true,
                'genders' => ['female', 'male'],
                'soldered' => 'b',
                'oneWith' => 'loom 1',
            ],
            self::entry($lead, 'parts', 1),
        );
        self::assertSame(2.5, $rig['showHours'] ?? null);
        self::assertSame([], array_values(array_diff(RigFields::ofSchema(), RigFields::of($rig), self::ELSEWHERE)), 'a field that nobody can write down');
    }

    /** What stands there, once it does: parts of the page come as they are computed. */
    private function at(By|string $where): \Facebook\WebDriver\WebDriverElement
    {
        $by = \is_string($where) ? By::xpath($where) : $where;
        $this->until(fn (): bool => [] !== $this->page->findElements($by), $by->getValue());

        return $this->page->findElement($by);
    }

    private function first(): string
    {
        return $this->text('[aria-label="Findings"] li');
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
        $this->at("//button[@role='tab'][starts-with(., '{$name}')]")->click();
    }

    private function cell(string $label): \Facebook\WebDriver\WebDriverElement
    {
        $this->waitFor("[aria-label=\"{$label}\"]");

        return $this->one("[aria-label=\"{$label}\"]");
    }
}

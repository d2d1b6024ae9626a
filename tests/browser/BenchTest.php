<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;
use Symfony\Component\Process\Process;

/** Whole journeys on the bench, in a real browser. */
final class BenchTest extends PageTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
        $this->page->executeAsyncScript(
            <<<'JS'
            const [text, done] = arguments;
            (async () => {
                // It is changed in any case, so that it is the one that was changed last.
                for (const written of [`${text}\n`, text]) {
                    const { id, version, name } = (await (await fetch('/api/documents?kind=rulebook')).json()).find((each) => each.name === 'The Salt Ferry');
                    await fetch(`/api/documents/${id}`, { method: 'PUT', headers: { 'Content-Type': 'application/json' },
                        body: JSON.stringify({ name, text: written, version }) });
                }
                done();
            })();
            JS,
            [file_get_contents(\dirname(__DIR__, 2).'/demo/salt-ferry.book')],
        );
        $this->page->get(Application::address());
        $this->waitFor('[data-receiver=moths]');
    }

    public function testTheFirstVisitHasSomethingMovingAlready(): void
    {
        $this->page->get(Application::noPage()); // no bench is open that could be the first itself
        $this->page->executeAsyncScript(
            <<<'JS'
            const done = arguments[0];
            localStorage.removeItem('bench-seen');
            (async () => {
                const { id } = (await (await fetch('/api/documents?kind=rulebook')).json()).find((each) => each.name === 'The ferry, as found');
                const { name, text, version } = await (await fetch(`/api/documents/${id}`)).json();
                await fetch(`/api/documents/${id}`, { method: 'PUT', headers: { 'Content-Type': 'application/json' },
                    body: JSON.stringify({ name, text: text + '\n', version }) });
                done();
            })();
            JS,
        );
        $this->page->get(Application::address());
        $this->until(fn (): bool => \count($this->all('[role=option]')) > 3, 'messages appear');
        $this->until(fn (): bool => [] !== $this->all('[data-key][aria-pressed=true]'), 'the keys that the tape plays are lit');
        $this->until(fn (): bool => [] !== $this->all('[role=note]'), 'what a wrong plug stops is said at its controller');
        $this->until(fn (): bool => str_contains($this->text('[role=alert] a'), 'Walk through what was found'), 'the found rig is offered');
        $this->button('Stop')->click();
        $this->until(fn (): bool => [] === $this->all('[data-key][aria-pressed=true]'), 'no key stays down');
        $this->one('[role=alert] a')->click();
        $this->until(fn (): bool => \count($this->all('[aria-label=Findings] > li')) > 3, 'and leads to what is wrong in it');
    }

    public function testAPlayedKeyIsSeenInTheReceiverAndOnTheZigzag(): void
    {
        $key = $this->one('[data-key="60"]');
        $this->page->getMouse()->mouseDown($key->getCoordinates());
        $this->until(fn (): bool => str_contains($this->receiver('gulls'), 'C4'), 'the note sounds');
        $this->page->getMouse()->mouseUp($key->getCoordinates());
        $this->until(fn (): bool => !str_contains($this->receiver('gulls'), 'C4'), 'and ends');
        $row = $this->all('[role=option]')[0];
        self::assertStringContainsString('note on C4, vel', $row->getText());
        self::assertStringContainsString('gulls 4', $row->getText());
        self::assertSame('delivered', $row->getAttribute('data-fate'));

        $this->all('[role=option]')[0]->click();
        $words = $this->one('[aria-label="What became of it"]')->getText();
        self::assertStringContainsString('Rule “Right hand plays the gulls, more evenly”', $words);
        self::assertStringContainsString('channel from 1 to 4', $words);
        self::assertStringContainsString('It left at gulls as note on C4', $words);
        $this->page->executeScript(
            "const content = document.querySelector('.cm-content'); const view = content.cmTile?.view ?? content.cmView.view; "
                ."view.dispatch({ selection: { anchor: view.state.doc.toString().indexOf('Right hand plays') }, scrollIntoView: true });",
        );
        $this->until(fn (): bool => str_contains($this->one('.cm-content')->getText(), '1×'), 'the rule shows that it was hit');
    }

    public function testTheComputersKeysPlayAndEscapeIsPanic(): void
    {
        $this->page->executeScript(
            "document.activeElement.blur(); window.dispatchEvent(new KeyboardEvent('keydown', {key: 'a', code: 'KeyA', bubbles: true}))",
        );
        $this->until(fn (): bool => str_contains($this->receiver('gulls'), 'C4'), 'the note sounds');
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::ESCAPE);
        $this->until(fn (): bool => !str_contains($this->receiver('gulls'), 'C4'), 'panic ends it');
    }

    public function testAFootSwitchChangesBothBoxesByTheKeyboardAlone(): void
    {
        $this->one('[aria-label="Switch 6"]')->sendKeys(' ');
        $this->until(fn (): bool => str_contains($this->receiver('brine'), 'Gull choir'), 'brine follows');
        self::assertStringContainsString('4', $this->receiver('brine'), 'it counts from 1');
        self::assertStringContainsString('Last bell', $this->receiver('drive'));
    }

    public function testABrokenRuleIsFoundInPlaceAndMendedByItsFixWhileTheGoodOnesRun(): void
    {
        $this->page->executeScript(
            "const content = document.querySelector('.cm-content'); const view = content.cmTile?.view ?? content.cmView.view; view.focus(); "
                ."view.dispatch({ selection: { anchor: view.state.doc.toString().indexOf('send gulls') }, scrollIntoView: true });",
        );
        $this->editText('send gulls', 'send gills');
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Findings]'), 'there is no out port "gills"'), 'the finding appears');
        $below =
            "return document.querySelector('.cm-activeLine').getBoundingClientRect().bottom - "
                ."document.querySelector('.cm-scroller').getBoundingClientRect().bottom;";
        $this->until(fn (): bool => $this->page->executeScript($below) <= 0, 'the line stays in sight above it');
        $this->one('.cm-content')->sendKeys(WebDriverKeys::ESCAPE); // closes the list of completions
        self::assertStringContainsString('The last good ones are still at work', $this->page->findElement(By::tagName('main'))->getText());
        $this->page->findElement(By::xpath('//*[@aria-label="Findings"]//button[contains(., "gills")]'))->click();
        $this->waitFor('.cm-lintRange-error');

        $this->one('[data-key="60"]')->sendKeys(' ');
        $this->until(fn (): bool => \count($this->all('[role=option]')) >= 2, 'the last good rules play');
        self::assertSame('delivered', $this->all('[role=option]')[0]->getAttribute('data-fate'));

        $this->button('Write "gulls"')->click();
        $this->until(fn (): bool => !str_contains($this->page->findElement(By::tagName('main'))->getText(), 'do not run yet'), 'it is mended');
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'and saved');
    }

    public function testWhatIsTypedIsThereAfterAReload(): void
    {
        $mark = 'mended on '.bin2hex(random_bytes(4));
        $this->editText('Three musicians', "{$mark}: three musicians");
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'it is saved');
        $this->page->navigate()->refresh();
        $this->waitFor('[data-receiver=moths]');
        self::assertStringContainsString($mark, $this->text('.cm-content'));
    }

    public function testUndoGoesOnAfterAReload(): void
    {
        $this->editText('key C4..G9', 'key C4..F9');
        $this->until(fn (): bool => 'saved' === $this->one('[role=status]')->getText(), 'it is saved');
        usleep(500_000);
        $this->page->navigate()->refresh();
        $this->waitFor('[data-receiver=moths]');
        self::assertStringNotContainsString('key C4..G9', $this->rules());
        $this->one('.cm-content')->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => str_contains($this->rules(), 'key C4..G9'), 'the change before the reload is undone');
        $said = fn (string $words): bool => str_starts_with($this->text('#said'), "{$words}: the change in line");
        $this->until(static fn (): bool => $said('Undone'), 'what was undone is said');
        $this->one('[aria-label=Redo]')->click();
        $this->until(fn (): bool => !str_contains($this->rules(), 'key C4..G9'), 'done again by the button');
        $this->until(static fn (): bool => $said('Done again'), 'and what was done again');
        $this->page->getKeyboard()->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => str_contains($this->rules(), 'key C4..G9'), 'undone by the same keys, with the hands not in the text');
        $this->until(static fn (): bool => $said('Undone'), 'said alike');
    }

    public function testTheRulesAreNearByTab(): void
    {
        $this->page->executeScript("document.querySelector('main').focus()");
        for ($tabs = 0; true !== $this->page->executeScript("return document.activeElement.matches('.cm-content')"); ++$tabs) {
            self::assertLessThan(5, $tabs, 'at most five stops to the rules');
            $this->page->getKeyboard()->sendKeys(WebDriverKeys::TAB);
        }
    }

    public function testANameIsChangedEverywhereAndTakenBackInOneStep(): void
    {
        $before = $this->rules();
        $this->page->executeScript(
            "const content = document.querySelector('.cm-content'); const view = content.cmTile?.view ?? content.cmView.view; view.focus(); "
                ."view.dispatch({ selection: { anchor: view.state.doc.toString().indexOf('moths out') + 2 } });",
        );
        $this->one('.cm-content')->sendKeys(WebDriverKeys::F2);
        $this->one('.cm-rename input')
            ->clear()
            ->sendKeys('Owls'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('.cm-rename'), 'small letter'), 'why this name cannot be used');
        $this->one('.cm-rename input')
            ->clear()
            ->sendKeys('owls'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => 0 === preg_match('/(port|send|to|over) moths/', $this->rules()), 'the new name everywhere');
        self::assertStringContainsString('port owls out', $this->rules());
        $this->one('.cm-content')->sendKeys([WebDriverKeys::CONTROL, 'z']);
        $this->until(fn (): bool => $this->rules() === $before, 'the old text after one step back');
    }

    public function testTwoWindowsAreToldAndNothingIsOverwritten(): void
    {
        $other = Chromium::open();
        $other->get(Application::address());
        $this->until(static fn (): bool => [] !== $other->findElements(By::cssSelector('[data-receiver=moths]')), 'the other window is open');
        $this->editText('lamp operator', 'lamp lighter');
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'the first window saves');
        $this->editText('a ferry', 'two ferries', $other);
        $this->until(static fn (): bool => [] !== $other->findElements(By::xpath('//button[normalize-space()="Take theirs"]')), 'the second is told');
        $told = $other->findElement(By::cssSelector('[role=alert]'))->getText();
        self::assertStringContainsString('lamp lighter', $told, 'what differs is shown');
        self::assertStringContainsString('two ferries', $told);
        $other->findElement(By::xpath('//button[normalize-space()="Take theirs"]'))->click();
        $this->until(
            static fn (): bool => str_contains($other->findElement(By::cssSelector('.cm-content'))->getText(), 'lamp lighter'),
            'and takes what is stored',
        );
        $other->quit();
    }

    public function testAMidiFileIsUploadedRunAndItsResultDownloaded(): void
    {
        $folder = sys_get_temp_dir().'/zigzag-'.bin2hex(random_bytes(4));
        mkdir($folder);
        file_put_contents(
            "{$folder}/tune.csv",
            "0, 0, Header, 1, 1, 480\n1, 0, Start_track\n1, 0, Title_t, \"keys\"\n1, 0, Note_on_c, 0, 60, 90\n1, 480, Note_off_c, 0, 60, "
                ."64\n1, 480, End_track\n0, 0, End_of_file\n",
        );
        (new Process(['csvmidi', "{$folder}/tune.csv", "{$folder}/tune.mid"]))->mustRun();
        $this->button('Tapes')->click();
        $chooser = $this->page->findElement(By::cssSelector('input[type=file]'));
        $chooser->setFileDetector(new LocalFileDetector())->sendKeys("{$folder}/tune.mid");
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'tune.mid'), 'it is listed');
        $item = $this->page->findElement(By::xpath('//li[.//*[@title="tune.mid"]]'));
        $item->findElement(By::xpath('.//button[normalize-space()="Run"]'))->click();
        $this->until(static fn (): bool => str_contains($item->getText(), 'Done: 2 in, 2 out'), 'it has run');
        $link = $item->findElement(By::xpath('.//a[contains(@href, "/api/runs/") and contains(@href, "format=tape")]'))->getAttribute('href');
        $result = $this->page->executeAsyncScript('fetch(arguments[0]).then((r) => r.text()).then(arguments[1])', [$link]);
        self::assertSame("# zigzag tape 1\n0.000 gulls 93 3C 67\n500.000 gulls 83 3C 40\n", $result);
        array_map(unlink(...), glob("{$folder}/*") ?: []);
        rmdir($folder);
    }

    public function testABadFileIsRefusedWithAReason(): void
    {
        $file = sys_get_temp_dir().'/zigzag-bad-'.bin2hex(random_bytes(4)).'.mid';
        file_put_contents($file, 'RIFF');
        $this->button('Tapes')->click();
        $this->page->findElement(By::cssSelector('input[type=file]'))->setFileDetector(new LocalFileDetector())->sendKeys($file);
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'byte 0: not a Standard MIDI File'), 'the reason is shown');
        unlink($file);
    }

    public function testWhatIsPlayedCanBeRecorded(): void
    {
        $this->button('Record')->click();
        $this->one('[data-key="60"]')->sendKeys(' ');
        $this->until(fn (): bool => \count($this->all('[role=option]')) >= 2, 'it was played');
        $this->button('Stop and keep')->click();
        $this->until(fn (): bool => str_contains($this->text('[role=alert]'), 'Kept as “recording'), 'it is kept');
    }

    public function testTheReferenceIsSearchedBesideTheEditor(): void
    {
        $this->one('[aria-label="Look up the language"]')->click();
        $this->one('[aria-label="Search the reference"]')->sendKeys('toggle latches');
        $this->until(
            fn (): bool => str_contains($this->text('.reference'), 'toggle') && !str_contains($this->text('.reference'), 'Tapes'),
            'only what fits is shown',
        );
        $this->button('Try “toggle” on the bench')->click();
        $this->until(fn (): bool => str_contains($this->text('.cm-content'), 'Bypass on and off'), 'the example is on the bench');
        $this->one('[aria-label="Switch 7"]')->sendKeys(' ');
        $this->until(fn (): bool => [] !== $this->all('[role=option]'), 'and plays');
        $this->page->executeAsyncScript(
            "const done = arguments[0]; fetch('/api/documents/' + location.pathname.split('/')[2], {method: 'DELETE'}).then(done)",
        );
    }

    public function testAChordOnTheSlabSoundsWithItsOwnBendsOnAPlainSynth(): void
    {
        $this->open('The Whole Rig');
        $slab = $this->one('[role=application]');
        $this->press('[role=application]', '1');
        $this->press('[role=application]', '3');
        $this->until(fn (): bool => str_contains($this->receiver('moths'), 'C3') && str_contains($this->receiver('moths'), 'E3'), 'both notes sound');
        $slab->sendKeys(WebDriverKeys::ARROW_RIGHT);
        $this->until(fn (): bool => 1 === preg_match('/Bend\s*-?\d/', $this->receiver('moths')), 'the bend of the last note is heard, rescaled');
        $this->release('[role=application]', '1');
        $this->release('[role=application]', '3');
        $this->until(fn (): bool => 4 === substr_count($this->receiver('moths'), 'free'), 'and both end');
    }

    public function testVoicesAndGroupsAreSeenAtSight(): void
    {
        $this->open('The Whole Rig');
        $this->page->executeScript(
            "for (const key of 'awsedftgy') window.dispatchEvent(new KeyboardEvent('keydown', {key, code: 'Key' + key, bubbles: true}))",
        );
        $this->until(fn (): bool => str_contains($this->text('[role=listbox]'), 'makes way'), 'the ninth note takes the voice of the oldest');
        self::assertLessThanOrEqual(
            0,
            $this->page->executeScript("const all = document.querySelector('[aria-label=Receivers]'); return all.scrollHeight - all.clientHeight;"),
            'all six receivers are in sight',
        );
        $rows = $this->all('[role=option]');
        self::assertStringContainsString('terns 3 · voice 8', $rows[\count($rows) - 2]->getText());
        self::assertStringContainsString('note off C4', $rows[\count($rows) - 1]->getText());
        self::assertStringContainsString('moths 3 · voice 1', $rows[\count($rows) - 1]->getText());
        $rows[\count($rows) - 1]->click();
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="What became of it"]'), 'the oldest note, to make way'),
            'and it is said in words',
        );
        $this->one('[aria-label=Tilt]')->sendKeys(WebDriverKeys::END);
        $this->button('Panic (Esc)')->click();
        $this->until(fn (): bool => str_contains($this->text('[role=listbox]'), 'NRPN 8:3 = 16383'), 'four controllers are one message');
    }

    public function testASceneSendsItsPresetAndLeavesNoNoteHanging(): void
    {
        $this->open('The Whole Rig');
        self::assertSame('Harbour', trim($this->one('[aria-current=step]')->getText(), "1 \n"));
        $this->press('[data-key="60"]', ' ');
        $this->until(fn (): bool => str_contains($this->receiver('moths'), 'C4'), 'a note sounds');
        $this->page->findElement(By::xpath('//nav[@aria-label="Scenes"]/button[2]'))->click();
        $this->until(fn (): bool => str_contains($this->receiver('brine'), 'Undertow'), 'the scene sends its preset');
        self::assertStringContainsString('Open Sea', $this->one('[aria-current=step]')->getText());
        $this->until(fn (): bool => 4 === substr_count($this->receiver('moths'), 'free'), 'the key was let go, and the note has ended');
    }

    public function testFourTapsLeadTheEchoAndTheDrumBox(): void
    {
        $this->open('The Whole Rig');
        $this->one('[aria-label="Switch 4"]')->sendKeys(' ');
        $this->until(fn (): bool => !str_contains($this->receiver('ticker'), '0 pulses'), 'the drum box moves');
        for ($i = 0; $i < 4; ++$i) {
            $this->one('[aria-label="Switch 3"]')->sendKeys(' ');
            usleep(250_000); // far from the tempo it begins with, also on a slow machine
        }
        $this->until(fn (): bool => str_contains($this->receiver('echo'), 'by presses'), 'the echo feels the tempo');
        $tempo = fn (string $port): float => 1 === preg_match('/([\d.]+)\s+beats/', $this->receiver($port), $found) ? (float) $found[1] : 0.0;
        $this->until(static fn (): bool => abs($tempo('echo') - 96.0) > 1, 'which is not the one it began with');
        $this->until(static fn (): bool => $tempo('ticker') > 0 && abs($tempo('ticker') - $tempo('echo')) < 2, 'the drum box goes at the same tempo');
        $this->one('[aria-label="Switch 5"]')->sendKeys(' ');
    }

    public function testAStreamIsFoldedIntoOneLineThatOpens(): void
    {
        $this->open('The Whole Rig');
        $this->button('Swing')->click();
        $this->until(
            fn (): bool => [] !== $this->page->findElements(By::xpath('//*[@role="option"][contains(., "× stream")]')),
            'the stream is one line',
        );
        $this->button('Still')->click();
        usleep(300_000);
        $rows = \count($this->all('[role=option]'));
        $this->page->findElement(By::xpath('//*[@role="option"][contains(., "× stream")]'))->click();
        $this->until(fn (): bool => \count($this->all('[role=option]')) > $rows, 'it opens');
    }

    public function testAnotherDeviceStandsInAtAPortByTheKeyboardAloneAndStays(): void
    {
        $this->one('[aria-label="Stand-in at strip"]')->sendKeys(WebDriverKeys::ENTER);
        $this->waitFor('dialog');
        self::assertSame([], Axe::serious($this->page), 'the choice');
        $chosen = $this->page->findElement(By::xpath("//dialog//label[contains(., 'Faders')]/input"));
        self::assertTrue($chosen->isSelected(), 'what the rules suggest');
        $this->page->findElement(By::xpath("//dialog//label[contains(., 'Foot switches and pedal')]/input"))->sendKeys(' ');
        $this->page->findElement(By::xpath("//dialog//select/option[.='9']"))->click();
        $this->button('Stand in')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => 2 === \count($this->all('[aria-label="Switch 8"]')), 'it is played at once');
        $this->all('[aria-label="Switch 1"]')[0]->sendKeys(' ');
        // The rules ask for 20 and 21 there, which its pedal and its first switch send.
        $this->until(fn (): bool => str_contains($this->text('[role=listbox]'), 'CC 21'), 'and sends what the rules ask for');
        $this->page->navigate()->refresh();
        $this->until(fn (): bool => 2 === \count($this->all('[aria-label="Switch 8"]')), 'it stays');
        $this->one('[aria-label="Stand-in at strip"]')->click();
        $this->button('As the rules suggest')->click();
        $this->until(fn (): bool => [] !== $this->all('[aria-label="Fader 8"]'), 'the faders are back');
    }

    public function testAxeFindsNothingSeriousInEitherTheme(): void
    {
        $this->one('[data-key="60"]')->sendKeys(' ');
        $this->until(fn (): bool => \count($this->all('[role=option]')) >= 2, 'something is on the zigzag');
        $this->all('[role=option]')[0]->click();
        foreach (['lamps-down', 'daylight'] as $theme) {
            $this->page->executeScript('document.documentElement.dataset.theme = arguments[0]', [$theme]);
            self::assertSame([], Axe::serious($this->page), $theme);
        }
        $this->button('Tapes')->click();
        self::assertSame([], Axe::serious($this->page), 'the tapes');
    }

    private function editText(string $from, string $to, ?RemoteWebDriver $page = null): void
    {
        // The editor draws only the lines in view, so it is told through its own state.
        ($page ?? $this->page)->executeScript(
            <<<'JS'
            const view = document.querySelector('.cm-content').cmTile?.view ?? document.querySelector('.cm-content').cmView.view;
            const at = view.state.doc.toString().indexOf(arguments[0]);
            view.dispatch({ changes: { from: at, to: at + arguments[0].length, insert: arguments[1] }, userEvent: 'input.type' });
            JS,
            [$from, $to],
        );
    }

    private function open(string $rulebook): void
    {
        $this->openShow($rulebook);
        $this->waitFor('[data-receiver=ticker]');
    }

    /** The whole text in the editor. */
    private function rules(): string
    {
        $text = $this->page->executeScript(
            "const content = document.querySelector('.cm-content'); return (content.cmTile?.view ?? content.cmView.view).state.doc.toString();",
        );

        return \is_string($text) ? $text : '';
    }
}

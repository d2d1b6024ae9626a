<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;

/** The show of a rig: set list, sheets, kept tapes, and the stage. */
final class ShowTest extends PageTestCase
{
    private string $rig = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
        $this->rig = $this->copyOfMended('Evening');
    }

    public function testSongsArePutInOrderByTheKeyboard(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}/show");
        $this->until(fn (): bool => 5 === \count($this->all('[aria-label=Songs] > li')), 'the songs of the evening');
        $this->one('[aria-label="Later: Casting off"]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_starts_with(str_replace("\n", ' ', $this->text('[aria-label=Songs]')), '1 The long swell'), 'one song later');
        $this->one('[aria-label="Title of a song"]')->sendKeys('Encore'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => 6 === \count($this->all('[aria-label=Songs] > li')), 'an encore');
        $this->one('[aria-label="Leave out: Encore"]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => 5 === \count($this->all('[aria-label=Songs] > li')), 'not today');
        $this->one('[aria-label=Undo]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => 6 === \count($this->all('[aria-label=Songs] > li')), 'after all');
    }

    public function testAProgramIsChosenInTheSheetAndAKeptTapeShowsIt(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}/show");
        $this->waitFor('[role=tab]');
        $this->page->findElement(By::xpath("//button[@role='tab'][.='Programs']"))->click();
        $this->one('[aria-label^="brine in Harbour"]')->sendKeys(WebDriverKeys::ENTER);
        $this->one('input[aria-label=Program]')->sendKeys('last bell'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => [] !== $this->all('[aria-label="brine in Harbour: 8 Last bell"]'), 'it stays chosen');
        $this->page->findElement(By::xpath("//button[@role='tab'][.='Switches']"))->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Foot board"]'), 'scene Open sea'), 'switches in words');
        $this->page->findElement(By::linkText('Proof'))->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Kept tapes"]'), 'differs at'), 'the kept tapes show it');
        self::assertStringContainsString(
            'Last bell',
            $this->text('[aria-label="Kept tapes"]').$this->text('[aria-label="Before and after"]').'program 8 Last bell',
        );
        $this->one('[aria-label="Why this is right now"]')->sendKeys('the harbour rings too'.WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Kept tapes"]'), 'the harbour rings too'), 'and who accepted it, and why');
    }

    public function testTheStageGoesOnThroughReloadAnotherBrowserAndDeath(): void
    {
        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->until(fn (): bool => 'Casting off' === $this->text('[aria-label="This song"]'), 'the first song');
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Switches]'), 'panic'), 'what each switch does');
        self::assertStringContainsString('Hang the ferry on the left rail', $this->text('[aria-label=Jobs]'));
        foreach (['[aria-label="This song"]', '[aria-label=Scene]', '[aria-label=Switches] p', '[aria-label=Jobs] li'] as $what) {
            $size = $this->page->executeScript('return parseFloat(getComputedStyle(document.querySelector(arguments[0])).fontSize)', [$what]);
            self::assertGreaterThanOrEqual(28, $size, "{$what} is read from two metres");
        }
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::PAGE_DOWN);
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::PAGE_DOWN);
        $this->until(
            fn (): bool => 'Storm' === $this->text('[aria-label="This song"]') && str_contains($this->text('[aria-label=Scene]'), 'Open sea'),
            'the third song and its scene',
        );

        $this->page->navigate()->refresh();
        $this->until(
            fn (): bool => 'Storm' === $this->text('[aria-label="This song"]') && str_contains($this->text('[aria-label=Scene]'), 'Open sea'),
            'a reload changes nothing',
        );
        $other = Chromium::open();
        try {
            $other->get(Application::address()."/stage/{$this->rig}");
            $seen = static fn (): string => implode(
                ' ',
                array_map(
                    static fn ($each): string => $each->getText(),
                    $other->findElements(By::cssSelector('[aria-label="This song"], [aria-label=Scene]')),
                ),
            );
            $this->until(
                static fn (): bool => str_contains($seen(), 'Storm') && str_contains($seen(), 'Open sea'),
                'another browser is at the same place',
            );
        } finally {
            $other->quit();
        }

        $this->stopTheApplication();
        $this->until(fn (): bool => str_contains($this->text('[role=alert]'), 'No connection'), 'it says that nobody answers');
        self::assertSame('Storm', $this->text('[aria-label="This song"]'));
        Application::goOn();
        $this->until(fn (): bool => !str_contains($this->text('[role=alert]'), 'No connection'), 'and that it is back');

        $this->button('Lock')->click();
        $this->until(fn (): bool => [] === $this->all('nav[aria-label=Songs]'), 'locked');
        $hold = $this->page->findElement(By::xpath("//button[contains(., 'hold to unlock')]"));
        $hold->click();
        usleep(300_000);
        self::assertCount(0, $this->all('nav[aria-label=Songs]'), 'a touch does not unlock');
        $size = $hold->getSize()->getWidth();
        $this->page->getMouse()->mouseDown($hold->getCoordinates());
        usleep(400_000);
        self::assertSame($size, $hold->getSize()->getWidth(), 'it stays as large as it is under the finger');
        usleep(1_100_000);
        $this->until(fn (): bool => 1 === \count($this->all('nav[aria-label=Songs]')), 'a held press does');
        $this->page->getMouse()->mouseUp();
    }

    /** One finger, no second hand, no mouse: each of them a single touch, and unlocking a held one. */
    public function testTheStageIsPlayedWithOneFinger(): void
    {
        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->page->executeAsyncScript(
            <<<'JS'
            const [done] = arguments;
            const look = () => {
                window.firstSong = document.querySelector('[aria-label="This song"]');
                window.firstSong === null ? requestAnimationFrame(look) : done();
            };
            look();
            JS,
        );
        $this->until(fn (): bool => 'Casting off' === $this->text('[aria-label="This song"]'), 'the first song');
        $sizes = $this->page->executeScript(
            <<<'JS'
            return [...document.querySelectorAll('main button')].map((each) => {
                const { width, height } = each.getBoundingClientRect();
                return Math.min(width, height);
            });
            JS,
        );
        self::assertIsArray($sizes);
        self::assertGreaterThan(5, \count($sizes));
        foreach ($sizes as $size) {
            self::assertGreaterThanOrEqual(56, $size, 'what is touched is large');
        }
        $this->touch("//button[starts-with(., 'Next:')]");
        $this->until(fn (): bool => 'The long swell' === $this->text('[aria-label="This song"]'), 'one touch, one song');
        $this->touch("//button[starts-with(., 'Next:')]");
        $this->until(
            fn (): bool => 'Storm' === $this->text('[aria-label="This song"]') && str_contains($this->text('[aria-label=Scene]'), 'Open sea'),
            'two touches, two songs',
        );
        $this->touch("//button[.='Back']");
        $this->until(fn (): bool => 'Storm' !== $this->text('[aria-label="This song"]'), 'back');
        self::assertTrue(
            $this->page->executeScript("return window.firstSong === document.querySelector('[aria-label=\"This song\"]')"),
            'nothing is drawn anew under the finger, not even when the bench of this window becomes the one of the show',
        );
        $this->touch("//button[.='Send again']");
        $this->touch("//button[contains(., 'Panic')]");
        $this->touch("//button[.='That was wrong']");
        $this->until(fn (): bool => str_contains($this->text('[role=status]'), 'kept'), 'the last minute is kept');
        $this->touch("//button[.='Lock']");
        $this->until(fn (): bool => [] === $this->all('nav[aria-label=Songs]'), 'locked');
        $this->touch("//button[contains(., 'hold to unlock')]", 400);
        self::assertCount(0, $this->all('nav[aria-label=Songs]'), 'a touch does not unlock');
        $this->touch("//button[contains(., 'hold to unlock')]", 1500);
        $this->until(fn (): bool => 1 === \count($this->all('nav[aria-label=Songs]')), 'a held one does');
        $this->touch("//nav[@aria-label='Songs']//button[contains(., 'Casting off')]");
        $this->until(fn (): bool => 'Casting off' === $this->text('[aria-label="This song"]'), 'any song, once it is unlocked');
    }

    public function testALayerAndASceneAreCopiedByTheKeyboard(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}/show");
        $this->waitFor('[role=tab]');
        $this->page->findElement(By::xpath("//button[@role='tab'][.='Switches']"))->sendKeys(WebDriverKeys::ENTER);
        $this->button('Copy “Layer A” to another layer')->sendKeys(WebDriverKeys::ENTER);
        $this->button('Put it on “Layer B”')->sendKeys(WebDriverKeys::ENTER);
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="The same in both"]'), 'A fader 8 and B fader 8, target: both do'),
            'what is the same in both layers',
        );
        $this->one('[aria-label="The same in both"] input')->sendKeys(' ');
        self::assertTrue($this->one('[aria-label="The same in both"] input')->isSelected(), 'ticked off');
        $this->button('Take it back')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[role=status]'), 'Taken back: Layer A'), 'the layer is taken back');
        $this->one('[aria-label="To the scene"]')->sendKeys('Far');
        $this->button('Copy the scene')->sendKeys(WebDriverKeys::ENTER);
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Not copied"]'), 'does “recall brine "Last bell"” instead'),
            'what the other scene does itself',
        );
        self::assertStringContainsString('recall drive 0', $this->text('[aria-label="The same in both"]'));
        $this->button('Take it back')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[role=status]'), 'Taken back: All of'), 'and the scene');
    }

    private function touch(string $xpath, int $ms = 60): void
    {
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath($xpath)), $xpath);
        $element = $this->page->findElement(By::xpath($xpath));
        $this->page->executeCustomCommand('/session/:sessionId/actions', 'POST', [
            'actions' => [
                [
                    'type' => 'pointer',
                    'id' => 'finger',
                    'parameters' => ['pointerType' => 'touch'],
                    'actions' => [
                        [
                            'type' => 'pointerMove',
                            'duration' => 0,
                            'origin' => ['element-6066-11e4-a52e-4f735466cecf' => $element->getID()],
                            'x' => 0,
                            'y' => 0,
                        ],
                        ['type' => 'pointerDown', 'button' => 0],
                        ['type' => 'pause', 'duration' => $ms],
                        ['type' => 'pointerUp', 'button' => 0],
                    ],
                ],
            ],
        ]);
    }

    public function testASwitchIsAssignedAndTakenBackAndALeapIsCuredByTheKeyboard(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}/show");
        $this->waitFor('[role=tab]');
        $this->page->findElement(By::xpath("//button[@role='tab'][.='Switches']"))->sendKeys(WebDriverKeys::ENTER);
        $this->one('[aria-label="Let Switch 4 do something"]')->sendKeys(WebDriverKeys::ENTER);
        $this->one('[aria-label="What it should do"]')->sendKeys('scene: far');
        $this->until(fn (): bool => 'Scene: Far shore' === $this->text('[aria-label=Targets] li button'), 'the scene is found');
        $this->one('[aria-label="What it should do"]')->sendKeys(WebDriverKeys::ENTER);
        $card = fn (string $control): string => $this->page->findElement(By::xpath("//li[.//b[.='{$control}']]"))->getText();
        $this->until(static fn (): bool => str_contains($card('Switch 4'), 'scene Far shore'), 'the switch does it');
        $this->one('[aria-label="Copy what Switch 4 does"]')->sendKeys(WebDriverKeys::ENTER);
        $this->until(
            fn (): bool => [] !== $this->page->findElements(By::xpath("//li[.//b[.='Switch 5']]//button[.='Put it here']")),
            'it can be put somewhere',
        );
        $this->page->findElement(By::xpath("//li[.//b[.='Switch 5']]//button[.='Put it here']"))->sendKeys(WebDriverKeys::ENTER);
        $this->until(static fn (): bool => str_contains($card('Switch 5'), 'scene Far shore'), 'another switch does it as well');
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="The same in both"]'), 'scene: both do'),
            'and that both do it is asked about',
        );
        $this->button('Take it back')->sendKeys(WebDriverKeys::ENTER);
        $this->until(static fn (): bool => str_contains($card('Switch 5'), 'tap crossing'), 'the copy is taken back');

        $this->page->findElement(By::xpath("//button[@role='tab'][.='Leaps']"))->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => 3 === \count($this->all('[aria-label=Leaps] tbody tr')), 'what leaps');
        $this->button('Use pickup: proposed')->sendKeys(WebDriverKeys::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[role=status]'), 'takes over by pickup now'), 'it is written into the rule');
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label=Leaps] tbody tr'), '0.8 % of its range')
                || str_contains($this->text('[aria-label=Leaps] tbody'), "129\nafter up to 70 % of its way\nas it is"),
            'and leaps no more',
        );
    }

    public function testAMarkedMinuteIsFoundAmongTheProofs(): void
    {
        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->until(
            fn (): bool => '' !== $this->text('[aria-label="This song"]') && str_contains($this->text('[aria-label=Switches]'), 'panic'),
            'the stage',
        );
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::PAGE_DOWN);
        sleep(1);
        $this->button('That was wrong')->click();
        $this->until(fn (): bool => str_contains($this->text('main p[role=status]'), 'The last minute is kept'), 'it is kept');
        $this->page->get(Application::address()."/rigs/{$this->rig}/proof");
        $this->waitFor('[aria-label="Marked minutes"] li button');
        $this->one('[aria-label="Marked minutes"] li button')->click();
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Marked minutes"]'), 'Played again it gives the same'),
            'it plays again to the same messages',
        );
        $this->button('Open it on the bench as it stood')->click();
        $this->until(
            fn (): bool => str_contains($this->page->getCurrentURL(), '?bench=') && [] !== $this->all('[data-receiver=brine]'),
            'the bench stands as it stood',
        );
    }

    public function testAUnitIsRestoredOnTheStageAndAfterAPanic(): void
    {
        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Switches]'), 'panic'), 'the stage');
        self::assertStringContainsString('92', $this->text('[aria-label=Tempo]'));
        self::assertStringContainsString('as the set list says', $this->text('[aria-label=Tempo]'), 'no clock runs yet');
        $this->button('Send again')->click();
        $heard = fn (): int => $this->heardBy('brine');
        $this->until(static fn (): bool => $heard() > 0, 'the scene has called its program');
        $before = $heard();
        $this->button('Restore')->sendKeys(WebDriverKeys::ENTER);
        $this->button('Brine')->sendKeys(WebDriverKeys::ENTER);
        $this->until(static fn (): bool => $heard() > $before, 'its program once more');
        $this->button('Close')->sendKeys(WebDriverKeys::ENTER);
        self::assertCount(0, $this->all('[aria-label="What to restore"]'));

        $this->page->get(Application::address()."/rigs/{$this->rig}");
        $this->waitFor('nav[aria-label="Views of the show"]');
        $this->page->findElement(By::linkText('Bench'))->click();
        $this->waitFor('[data-receiver=brine]');
        self::assertCount(0, $this->all('[aria-label="After the panic"]'));
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::ESCAPE);
        $this->waitFor('[aria-label="After the panic"]');
        $this->page->findElement(By::xpath("//section[@aria-label='After the panic']//button[normalize-space()='Brine']"))->click();
        $this->one('[aria-label="After the panic"] [aria-label=Close]')->click();
        $this->until(fn (): bool => [] === $this->all('[aria-label="After the panic"]'), 'closed until the next one');
        self::assertCount(1, $this->all('[aria-label="Restore brine"]'), 'and each unit has it on the bench');
    }

    /** Messages that a unit has heard on the bench of the stage. */
    private function heardBy(string $unit): int
    {
        $heard = $this->page->executeAsyncScript(
            <<<'JS'
            const [rig, unit, done] = arguments;
            (async () => {
                const stage = await (await fetch(`/api/rigs/${rig}/stage`)).json();
                if (stage.bench === null) {
                    done(0); // nothing was played yet
                    return;
                }
                const bench = await (await fetch(`/api/bench/${stage.bench}`)).json();
                done(bench.receivers.find((each) => each.port === unit)?.view.messages ?? 0);
            })();
            JS,
            [$this->rig, $unit],
        );

        return \is_int($heard) ? $heard : 0;
    }

    public function testTheStageIsReadInTheDarkAndInDaylight(): void
    {
        foreach (['lamps-down', 'daylight'] as $theme) {
            $this->page->get(Application::noPage());
            $this->page->executeScript("localStorage.setItem('theme', arguments[0])", [$theme]);
            $this->page->get(Application::address()."/stage/{$this->rig}");
            $this->until(fn (): bool => str_contains($this->text('[aria-label=Switches]'), 'panic'), 'what each switch does');
            $contrasts = $this->page->executeScript(
                <<<'JS'
                const canvas = document.createElement('canvas').getContext('2d', { willReadFrequently: true });
                const rgb = (colour) => {
                    canvas.clearRect(0, 0, 1, 1);
                    canvas.fillStyle = colour;
                    canvas.fillRect(0, 0, 1, 1);
                    return [...canvas.getImageData(0, 0, 1, 1).data];
                };
                const light = (colour) => colour.slice(0, 3).map((part) => part / 255)
                    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4))
                    .reduce((sum, part, index) => sum + part * [0.2126, 0.7152, 0.0722][index], 0);
                const ground = (at) => {
                    for (let each = at; each !== null; each = each.parentElement) {
                        const colour = rgb(getComputedStyle(each).backgroundColor);
                        if (colour[3] === 255) return colour;
                    }
                    return [255, 255, 255, 255];
                };
                return [...document.querySelectorAll('main *')]
                    .filter((each) => [...each.childNodes].some((node) => node.nodeType === 3 && node.textContent.trim() !== '')
                        && getComputedStyle(each).visibility === 'visible' && !each.closest(':disabled'))
                    .map((each) => {
                        const [one, other] = [light(rgb(getComputedStyle(each).color)), light(ground(each))].sort((a, b) => b - a);
                        const size = parseFloat(getComputedStyle(each).fontSize);
                        return { text: each.textContent, size, contrast: (one + 0.05) / (other + 0.05), needs: size >= 24 ? 4.5 : 7 };
                    });
                JS,
            );
            self::assertIsArray($contrasts);
            self::assertGreaterThan(15, \count($contrasts));
            foreach ($contrasts as $each) {
                self::assertIsArray($each);
                self::assertGreaterThanOrEqual($each['needs'], $each['contrast'], "AAA in {$theme}: ".json_encode($each));
            }
        }
    }

    public function testAxeFindsNothingSeriousInEitherTheme(): void
    {
        foreach (['show' => '[aria-label=Songs]', 'proof' => '[aria-label="Kept tapes"] > li'] as $view => $ready) {
            $this->page->get(Application::address()."/rigs/{$this->rig}/{$view}");
            $this->waitFor($ready);
            foreach (['lamps-down', 'daylight'] as $theme) {
                $this->page->executeScript('document.documentElement.dataset.theme = arguments[0]', [$theme]);
                self::assertSame([], Axe::serious($this->page), "{$view} {$theme}");
            }
        }
        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->waitFor('[aria-label=Switches]');
        self::assertSame([], Axe::serious($this->page), 'the stage');
    }
}

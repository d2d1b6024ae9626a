<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\Group;
use ZigzagPost\Tests\App\Live\Fifos;

/** The demo show between devices: FIFOs that stand for them are connected, played, silenced, and let go. */
final class LiveTest extends PageTestCase
{
    private string $rig = '';
    private Fifos $devices;
    private string $folder = '';
    /** @var array<string, resource> */
    private array $fifos = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->devices = new Fifos(['keys', 'synths', 'treadle']);
        [$this->folder, $this->fifos] = [$this->devices->folder, $this->devices->streams];
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
        $this->page->executeScript("localStorage.removeItem('zigzag-volume-read')");
        $this->rig = $this->copyOfMended('Tonight');
    }

    protected function tearDown(): void
    {
        $this->page->executeAsyncScript('fetch(`/api/rigs/${arguments[0]}/live`, { method: "DELETE" }).finally(arguments[1])', [$this->rig]);
        parent::tearDown();
        $this->devices->remove();
    }

    #[Group('long')]
    public function testAShowIsConnectedPlayedAndEnded(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}/live");
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Now]'), 'Choose a device behind at least one port'), 'what to do first');
        $this->path('keys hears', 'no path');
        $this->until(fn (): bool => str_contains($this->text('main'), 'is no path; it begins with /'), 'a mistake is explained where it was made');
        $this->path('keys hears', "{$this->folder}/keys");
        $this->until(fn (): bool => !str_contains($this->text('main'), 'is no path'), 'it is one now');
        $this->path('synths sends to', "{$this->folder}/synths");
        $this->until(fn (): bool => !$this->button('Connect')->getAttribute('disabled'), 'it can be connected');
        self::assertSame([], Axe::serious($this->page));
        $this->button('Connect')->click();
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'Turn monitors and in-ear packs down'), 'the volume first');
        $this->button('The volume is down: connect')->click();
        $this->until(fn (): bool => str_starts_with($this->text('[aria-label=Now] [role=status]'), 'Harbour'), 'it plays');

        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        self::assertStringContainsString("\x3C\x64", $this->heard(3));
        $this->until(fn (): bool => 2 === substr_count($this->text('main table'), 'open'), 'both are there');
        $this->button('Open sea')->click();
        $this->until(fn (): bool => 'Open sea' === $this->text('[aria-label=Now] [role=status]'), 'another scene');
        self::assertSame([], Axe::serious($this->page));
        $this->page->executeScript('performance.clearResourceTimings()');
        fwrite($this->fifos['keys'], str_repeat("\x90\x3C\x64\x80\x3C\x40", 20));
        $this->heard(120);
        $this->until(fn (): bool => 1 === preg_match('~\b41\b~', $this->text('main table')), 'what came is counted');
        usleep(1_000_000);
        self::assertSame(0, $this->asked(), 'pictures come by themselves, nothing is asked for');

        $this->page->getKeyboard()->sendKeys(WebDriverKeys::ESCAPE);
        self::assertStringContainsString("\x78\x00", $this->heard(12), 'Escape silences devices');

        rename("{$this->folder}/keys", "{$this->folder}/away");
        $this->until(fn (): bool => str_contains($this->text('main table'), 'gone: plug it in'), 'a device that is gone is seen');
        rename("{$this->folder}/away", "{$this->folder}/keys");
        $this->until(fn (): bool => !str_contains($this->text('main table'), 'gone: plug it in'), 'and comes back by itself');

        // A spare takes the place of the keyboard; what stood there is the spare then.
        $this->button('Add a spare for keys')->click();
        $this->path('Spare of keys', "{$this->folder}/treadle");
        $this->button('Take the spare for keys')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label="What happened"]'), "keys hears {$this->folder}/treadle"), 'the spare is heard');
        $this->heard(1000);
        fwrite($this->fifos['treadle'], "\x90\x41\x64\x80\x41\x40");
        self::assertStringContainsString("\x41\x64", $this->heard(6));
        self::assertSame([], Axe::serious($this->page));
        $heard = fn (): int => substr_count($this->text('[aria-label="What happened"]'), "keys hears {$this->folder}/keys");
        $before = $heard();
        $this->button('Take the spare for keys')->click();
        $this->until(static fn (): bool => $heard() > $before, 'and back');

        // The page goes, the show goes on.
        $this->page->get(Application::noPage());
        fwrite($this->fifos['keys'], "\x90\x40\x64");
        self::assertStringContainsString("\x40\x64", $this->heard(3));
        $this->page->get(Application::address()."/rigs/{$this->rig}/live");
        $this->until(fn (): bool => 'Open sea' === $this->text('[aria-label=Now] [role=status]'), 'it still plays');
        $this->button('End: notes off')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Now]'), 'Press Connect'), 'it has ended');
        self::assertStringContainsString("\x40\x40", $this->heard(3), 'with notes off');
    }

    #[Group('long')]
    public function testBenchAndStageAreOfTheRealDevices(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}/live");
        $this->path('keys hears', "{$this->folder}/keys");
        $this->path('synths sends to', "{$this->folder}/synths");
        $this->path('treadle in hears', "{$this->folder}/treadle");
        $this->page->executeScript("localStorage.setItem('zigzag-volume-read', 'yes')");
        $this->until(fn (): bool => !$this->button('Connect')->getAttribute('disabled'), 'it can be connected');
        $this->button('Connect')->click();
        $this->until(fn (): bool => str_starts_with($this->text('[aria-label=Now]'), 'Now') && str_contains($this->text('main'), 'Harbour'), 'it plays');

        $this->page->findElement(By::linkText('Bench'))->click();
        $this->until(fn (): bool => str_contains($this->text('main, body'), 'Real devices play here'), 'the bench says so');
        fwrite($this->fifos['keys'], "\x90\x48\x64\x80\x48\x40");
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Where did it go?"]'), 'note on C5'), 'a real key is drawn');
        self::assertStringContainsString("\x48\x64", $this->heard(6));
        $this->page->findElement(By::xpath("//nav[@aria-label='Scenes']//button[contains(., 'Open sea')]"))->click();
        $this->until(
            fn (): bool => str_contains($this->one('[aria-label=Scenes] [aria-current=step]')->getText(), 'Open sea'),
            'a scene is called for the real devices',
        );
        self::assertSame([], Axe::serious($this->page));
        $this->button('Learn')->click();
        usleep(300_000);
        fwrite($this->fifos['treadle'], "\xBF\x57\x7F");
        usleep(120_000);
        fwrite($this->fifos['treadle'], "\xBF\x57\x00");
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="Play it, say it"] h2'), '“Switch 8” of treadle should'),
            'a real switch is learned from',
        );

        fwrite($this->fifos['keys'], "\xB0\x01\x28\x01\x64");
        $this->until(fn (): bool => 100 === $this->modulation(), 'what stands for the keyboard moves with it');

        $this->page->get(Application::address()."/rigs/{$this->rig}");
        $this->until(fn (): bool => [] !== $this->all('[aria-label$="/keys is open"]'), 'the picture of the rig shows what stands behind its leads');
        $this->until(
            fn (): bool => 1 === preg_match('/on \S+, \w+/', $this->text('[aria-label="The rig"]')),
            'and each unit the program that it stands on',
        );
        $this->heard(1000);
        fwrite($this->fifos['keys'], "\x90\x4C\x64");
        self::assertStringContainsString("\x4C\x64", $this->heard(3));
        $this->button('Panic (Esc)')->click();
        self::assertStringContainsString("\x4C\x40", $this->heard(3), 'panic is there in this view, too');
        rename("{$this->folder}/keys", "{$this->folder}/away");
        $this->until(fn (): bool => [] !== $this->all('[aria-label$="/keys is not there"]'), 'and what is not there');
        rename("{$this->folder}/away", "{$this->folder}/keys");
        $this->until(fn (): bool => [] !== $this->all('[aria-label$="/keys is open"]'), 'until it is back');

        $this->page->get(Application::address()."/stage/{$this->rig}");
        $this->until(fn (): bool => str_starts_with($this->text('[aria-label="Scene"]'), 'Open sea'), 'the stage stands where the devices do');
        $this->until(fn (): bool => 'The long swell' === $this->text('[aria-label="This song"]'), 'in the song that has this scene');
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::PAGE_DOWN);
        $this->until(fn (): bool => 'Storm' === $this->text('[aria-label="This song"]'), 'a song of the real show');
        $this->heard(100);
        fwrite($this->fifos['keys'], "\x90\x4A\x64");
        self::assertStringContainsString("\x4A\x64", $this->heard(3));
        $this->page->getKeyboard()->sendKeys(WebDriverKeys::ESCAPE);
        self::assertStringContainsString("\x4A\x40", $this->heard(3), 'Escape on the stage silences devices');
    }

    /** Where the modulation wheel of the keyboard stands on the bench. */
    private function modulation(): int
    {
        return (int) $this->one('input[aria-label="Modulation"]')->getAttribute('value');
    }

    /** Types a path behind a port. */
    private function path(string $label, string $path): void
    {
        $this->waitFor("select[aria-label=\"{$label}\"]");
        $this->page->findElement(By::xpath("//select[@aria-label='{$label}']/option[@value='path']"))->click();
        $field = $this->one("input[aria-label=\"Path of {$label}\"]");
        $field->sendKeys(WebDriverKeys::ESCAPE.$path.WebDriverKeys::ENTER);
    }

    /** How often this page has asked what plays. */
    private function asked(): int
    {
        return (int) json_encode(
            $this->page->executeScript("return performance.getEntriesByType('resource').filter((each) => each.name.endsWith('/live/now')).length"),
        );
    }

    private function heard(int $least): string
    {
        $heard = '';
        for ($end = microtime(true) + 4; \strlen($heard) < $least && microtime(true) < $end; usleep(10_000)) {
            $heard .= (string) fread($this->fifos['synths'], 4096);
        }

        return $heard;
    }
}

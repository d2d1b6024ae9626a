<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\Group;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Tests\App\Live\Fifos;
use ZigzagPost\Tests\Core\Rig\Kit;

/** The test run with real devices: what comes in and goes out is seen at its step, which ticks itself where a device tells of itself. */
final class RealTestRunTest extends PageTestCase
{
    private Fifos $devices;
    private string $folder = '';
    private string $rig = '';
    /** @var array<string, resource> */
    private array $fifos = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->devices = new Fifos(['feet', 'back', 'boxes']);
        [$this->folder, $this->fifos] = [$this->devices->folder, $this->devices->streams];
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('author', 'Ada'); localStorage.setItem('zigzag-volume-read', 'yes')");
        $rig = $this->page->executeAsyncScript(
            'const form = new FormData(); form.append("file", new File([arguments[0]], "small.rig.json"));'
                .'fetch("/api/documents/import", { method: "POST", body: form }).then((answer) => answer.json()).then((made) => arguments[1](made.id))',
            [Json::encode($this->json())],
        );
        \assert(\is_string($rig));
        $this->rig = $rig;
    }

    protected function tearDown(): void
    {
        $this->page->executeAsyncScript('fetch(`/api/rigs/${arguments[0]}/live`, { method: "DELETE" }).finally(arguments[1])', [$this->rig]);
        parent::tearDown();
        $this->devices->remove();
    }

    #[Group('long')]
    public function testStepsTickThemselves(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}/live");
        $this->until(fn (): bool => !$this->button('Connect')->getAttribute('disabled'), 'it can be connected');
        $this->button('Connect')->click();
        $this->until(fn (): bool => 3 === substr_count($this->text('main table'), 'open'), 'all three are there');

        // What stands behind a port is found out by what is played on it.
        $this->button('What is it at feet?')->click();
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'Play a few controls of it'), 'what to do');
        fwrite($this->fifos['feet'], "\xBF\x51\x7F");
        $this->until(fn (): bool => str_contains($this->text('dialog'), 'It sends what floor sends'), 'which unit it may be');
        self::assertStringContainsString('floor matches 1 of 1', $this->text('dialog'));
        self::assertSame([], Axe::serious($this->page));
        $this->one('dialog button[aria-label="Close"]')->click();

        $this->page->get(Application::address()."/rigs/{$this->rig}");
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath("//*[@role='tab'][contains(., 'Test')]")), 'the tab');
        $this->page->findElement(By::xpath("//*[@role='tab'][contains(., 'Test')]"))->click();
        $this->until(fn (): bool => str_contains($this->seen(), 'Real devices play: do it'), 'the first step waits for it');
        usleep(500_000);
        fwrite($this->fifos['feet'], "\xBF\x51\x7F");
        $this->until(fn (): bool => str_contains($this->seen(), 'Controller 81 instead of 80 came in at feet'), 'what came instead');
        fwrite($this->fifos['feet'], "\xBF\x50\x7F");
        $this->until(fn (): bool => str_contains($this->seen(), 'Did it do it?'), 'its first half is done');
        self::assertStringContainsString('It came in.', $this->seen());
        self::assertStringContainsString('Everything left for the devices.', $this->seen());
        self::assertSame([], Axe::serious($this->page));
        self::assertStringStartsWith('0 of 2 steps', $this->text('[aria-label="How far"]'), 'the rest is asked of a person');
        fwrite($this->fifos['back'], "\xB0\x14\x7F");
        $this->until(fn (): bool => str_starts_with($this->text('[aria-label="How far"]'), '1 of 2 steps, 0 failed'), 'or told by the device');
        $this->until(fn (): bool => str_contains($this->seen(), 'Real devices play: do it'), 'the second step waits');
        fwrite($this->fifos['feet'], "\xBF\x51\x7F");
        $this->until(fn (): bool => str_contains($this->seen(), 'Did it do it?'), 'and is heard');
        $this->one('[aria-label="Step 2 did it"]')->click();
        $this->until(fn (): bool => str_starts_with($this->text('[aria-label="How far"]'), '2 of 2 steps, 0 failed'), 'all is done');
    }

    public function testAProbeStandsInPlaceOfASender(): void
    {
        $this->page->get(Application::address()."/rigs/{$this->rig}");
        $this->until(fn (): bool => [] !== $this->page->findElements(By::xpath("//*[@role='tab'][contains(., 'Test')]")), 'the tab');
        $this->page->findElement(By::xpath("//*[@role='tab'][contains(., 'Test')]"))->click();
        $this->until(fn (): bool => [] !== $this->all('details summary'), 'the probe is offered');
        $this->one('details summary')->sendKeys(WebDriverKeys::ENTER);
        $this->page->findElement(By::xpath("//select[@aria-label='Plug']/option[@value='desk in']"))->click();
        $this->until(
            fn (): bool => str_contains($this->text('[aria-label="What hands do before"]'), 'Pull the lead b out of MIDI IN of desk.'),
            'which lead moves',
        );
        $this->page->findElement(By::xpath("//select[@aria-label='Probe']/option[@value='path']"))->click();
        $this->one('input[aria-label="Path of Probe"]')->sendKeys("{$this->folder}/boxes".WebDriverKeys::ENTER);
        $this->button('Send Mute')->click();
        $this->until(fn (): bool => 'Sent: B0 14 0C' === $this->text('[aria-label=Sent]'), 'a tenth first');
        self::assertSame("\xB0\x14\x0C", fread($this->fifos['boxes'], 100));
        self::assertSame([], Axe::serious($this->page));

        $this->page->findElement(By::xpath("//select[@aria-label='Plug']/option[@value='floor out']"))->click();
        fwrite($this->fifos['boxes'], "\xBF\x50\x7F");
        $this->button('Listen for three seconds')->click();
        $this->until(fn (): bool => str_contains($this->text('[aria-label=Heard]'), 'controller 80, value 127, channel 16'), 'what comes');
        self::assertStringContainsString('Put the lead a into MIDI OUT of floor again.', $this->text('details'));
    }

    /** What the step that is next says of real devices. */
    private function seen(): string
    {
        return $this->text('[aria-label="Real devices"]');
    }

    /** @return array<string, mixed> */
    private function json(): array
    {
        $switch = static fn (string $name, int $number): array => ['name' => $name, 'sort' => 'switch', 'sends' => [
            ['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => $number, 'values' => [127, 127]]],
        ]];
        $parameter = static fn (string $name, int $number): array => [
            'name' => $name, 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => $number], 'raw' => [0, 127],
        ];
        $board = ['sends' => [['at' => ['out'], 'channel' => 16, 'kinds' => ['cc' => true]]]] + Kit::board([$switch('One', 80), $switch('Two', 81)], 16);
        $desk = ['plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')]]
            + Kit::hearer('Desk', more: ['parameters' => [$parameter('Mute', 20), $parameter('Level', 21)]]);
        $rule = static fn (string $name, int $from, int $to): string => "rule \"{$name}\"\n  from feet\n  take cc {$from} channel 16\n"
            ."  set number = {$to}\n  set channel = 1\n  send boxes\n";
        $device = fn (string $name): string => "device:{$this->folder}/{$name}";

        return [
            'schema' => 1,
            'name' => 'Small rig',
            'charts' => ['board' => ['revision' => 1, 'chart' => $board], 'desk' => ['revision' => 1, 'chart' => $desk]],
            'units' => [
                ['name' => 'floor', 'chart' => ['id' => 'board', 'revision' => 1]],
                ['name' => 'desk', 'chart' => ['id' => 'desk', 'revision' => 1]],
            ],
            'leads' => [Kit::lead('a', 'floor out', 'post feet'), Kit::lead('b', 'post boxes', 'desk in'), Kit::lead('c', 'desk out', 'post back')],
            'rulebook' => "port feet in\nport back in\nport boxes out\n\n".$rule('one', 80, 20)."\n".$rule('two', 81, 21),
            'connections' => [
                (string) gethostname() => [
                    'feet' => ['in' => $device('feet')],
                    'back' => ['in' => $device('back')],
                    'boxes' => ['out' => $device('boxes')],
                ],
            ],
        ];
    }
}

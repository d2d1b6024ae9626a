<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverElement;
use Facebook\WebDriver\WebDriverKeys as Key;
use PHPUnit\Framework\Attributes\DataProvider;

/** Everything that people make is kept in one way: rulebooks, rigs and charts, by the keyboard and by the mouse. */
final class DocumentsTest extends PageTestCase
{
    private string $name;

    protected function setUp(): void
    {
        parent::setUp();
        $this->name = 'Kelp '.bin2hex(random_bytes(3));
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
    }

    /** @return iterable<string, array{string, string, string, \Closure(WebDriverElement): mixed}> kind, its list, the view, and how things are used */
    public static function kinds(): iterable
    {
        $ways = [
            'the keyboard' => static fn (WebDriverElement $at): mixed => $at->sendKeys(Key::ENTER),
            'the mouse' => static fn (WebDriverElement $at): mixed => $at->click(),
        ];
        foreach ($ways as $way => $use) {
            yield "a rulebook by {$way}" => ['rulebook', 'Shows', '/library', $use];
            yield "a rig by {$way}" => ['rig', 'Shows', '/library', $use];
            yield "a chart by {$way}" => ['chart', 'Charts', '/charts', $use];
        }
    }

    /** @param \Closure(WebDriverElement): mixed $use */
    #[DataProvider('kinds')]
    public function testRenamedCopiedDeletedTakenBackAndBroughtBack(string $kind, string $list, string $view, \Closure $use): void
    {
        $this->make($kind, $this->name);
        $this->page->get(Application::address().$view);
        $listed = fn (): string => $this->text("ul[aria-label='{$list}']");
        $this->until(fn (): bool => str_contains($listed(), $this->name), 'it is listed');
        $use($this->one("[aria-label='Rename {$this->name}']"));
        $field = $this->one('[aria-label="New name"]');
        $field->sendKeys("{$this->name} low".Key::ENTER);
        $this->until(fn (): bool => str_contains($listed(), "{$this->name} low"), 'the new name');
        $use($this->one("[aria-label='Duplicate {$this->name} low']"));
        $this->until(fn (): bool => str_contains($listed(), "{$this->name} low (copy)"), 'a copy');
        $use($this->one("[aria-label='Delete {$this->name} low (copy)']"));
        $this->until(
            fn (): bool => !str_contains($listed(), "{$this->name} low (copy)")
                && str_contains($this->text('[aria-label="Deleted"]'), "{$this->name} low (copy)"),
            'it is among the deleted',
        );
        $use($this->one("[aria-label='Take back {$this->name} low (copy)']"));
        $this->until(fn (): bool => str_contains($listed(), "{$this->name} low (copy)"), 'it is back');

        $use($this->one("[aria-label='History of {$this->name} low']"));
        $this->until(fn (): bool => str_contains($this->text('[aria-label="Versions"]'), 'by Ada'), 'who renamed it');
        $use($this->page->findElement(By::xpath("//ol[@aria-label='Versions']//button[contains(., 'made by Bo')]")));
        $use($this->button('Bring this version back'));
        $this->until(fn (): bool => [] === $this->all('dialog') && str_contains($this->text('main'), 'is again as it was'), 'it says so');
        $this->until(fn (): bool => [] !== $this->all("[aria-label='Rename {$this->name}']"), 'the first name');
    }

    /** @return iterable<string, array{\Closure(WebDriverElement): mixed}> */
    public static function ways(): iterable
    {
        yield 'by the keyboard' => [static fn (WebDriverElement $at): mixed => $at->sendKeys(Key::ENTER)];
        yield 'by the mouse' => [static fn (WebDriverElement $at): mixed => $at->click()];
    }

    /** @param \Closure(WebDriverElement): mixed $use */
    #[DataProvider('ways')]
    public function testAChangeOfARigIsUndoneAfterAReloadAndInAnotherView(\Closure $use): void
    {
        $rig = $this->copyOfTheFerry();
        $this->page->get(Application::address()."/rigs/{$rig}/show");
        $songs = fn (): int => \count($this->all('[aria-label=Songs] > li'));
        $this->until(static fn (): bool => 5 === $songs(), 'the songs');
        $this->one('[aria-label="Title of a song"]')->sendKeys('Encore'.Key::ENTER);
        $this->until(static fn (): bool => 6 === $songs(), 'an encore');
        $this->until(fn (): bool => $this->isStored($rig, 'Encore'), 'it is stored');
        $this->page->navigate()->refresh();
        $this->until(static fn (): bool => 6 === $songs(), 'a reload keeps it');
        $use($this->one('[aria-label=Undo]'));
        $this->until(static fn (): bool => 5 === $songs(), 'it is undone');
        $this->until(fn (): bool => !$this->isStored($rig, 'Encore'), 'on the server, too');
        $this->page->navigate()->refresh();
        $this->until(static fn (): bool => 5 === $songs(), 'and stays so');
        $use($this->one('[aria-label=Redo]'));
        $this->until(static fn (): bool => 6 === $songs(), 'and is done again');
        $this->until(fn (): bool => $this->isStored($rig, 'Encore'), 'it is stored again');

        $use($this->page->findElement(By::linkText('Rig')));
        $this->waitFor('[aria-label="Results"]');
        $this->page->getKeyboard()->sendKeys([Key::CONTROL, 'z']);
        $this->until(fn (): bool => !$this->isStored($rig, 'Encore'), 'these keys undo in every view of the rig');
    }

    /** @param \Closure(WebDriverElement): mixed $use */
    #[DataProvider('ways')]
    public function testTwoWindowsThatChangeOneRigAreToldAndLoseNothing(\Closure $use): void
    {
        $rig = $this->copyOfTheFerry();
        $this->page->get(Application::address()."/rigs/{$rig}/show");
        $this->until(fn (): bool => 5 === \count($this->all('[aria-label=Songs] > li')), 'the songs');
        $this->writeElsewhere($rig, 'Casting off', 'Leaving');
        $this->one('[aria-label="Title of a song"]')->sendKeys('Encore'.Key::ENTER);
        $this->until(fn (): bool => str_contains($this->text('[role=alert]'), 'Cy has changed this rig meanwhile'), 'who it was');
        $use($this->button('Take theirs'));
        $this->until(fn (): bool => str_contains($this->songs(), 'Leaving') && !str_contains($this->songs(), 'Encore'), 'theirs');
        $use($this->one('[aria-label=Undo]'));
        $this->until(fn (): bool => str_contains($this->songs(), 'Encore') && !str_contains($this->songs(), 'Leaving'), 'mine is in the undo');
        $this->until(fn (): bool => $this->isStored($rig, 'Encore'), 'and goes on');

        $this->writeElsewhere($rig, 'Encore', 'Farewell');
        $this->until(
            fn (): bool => str_contains($this->songs(), 'Farewell') && str_contains($this->text('main'), 'Changed in another window by Cy'),
            'with nothing unsaved it is shown by itself',
        );
    }

    public function testARigGoesOutAndComesInAsAFile(): void
    {
        $rig = $this->copyOfTheFerry();
        $this->page->get(Application::address().'/library');
        $this->waitFor('[aria-label="Shows"] li');
        $file = (string) tempnam(sys_get_temp_dir(), 'zigzag');
        rename($file, $file = "{$file}-{$this->name}.zip");
        file_put_contents($file, (string) file_get_contents(Application::address()."/api/rigs/{$rig}/zip"));
        $chooser = $this->one('input[type=file][accept*=".book"]');
        $chooser->setFileDetector(new LocalFileDetector())->sendKeys($file);
        $this->until(
            fn (): bool => str_contains($this->text('main'), 'has been brought in') && str_contains($this->text('[aria-label=Shows]'), $this->name),
            'it is here once more',
        );
        file_put_contents($file, substr((string) file_get_contents($file), 0, 5000));
        $chooser->setFileDetector(new LocalFileDetector())->sendKeys($file);
        $this->until(fn (): bool => str_contains($this->text('[role=alert]'), 'this zip is damaged'), 'a damaged one says what is wrong');
        unlink($file);
    }

    private function songs(): string
    {
        return $this->text('[aria-label=Songs]');
    }

    private function make(string $kind, string $name): void
    {
        $json = '{"schema":1,"name":"Kelp"';
        $text =
            [
                'rulebook' => "port keys in\n",
                'rig' => $json.',"charts":{},"units":[],"leads":[]}',
                'chart' => $json.',"sort":"synth","settings":[],"plugs":[]}',
            ][$kind] ?? '';
        $status = $this->page->executeAsyncScript(
            "const [body, done] = arguments; fetch('/api/documents', { method: 'POST', headers: { 'Content-Type': 'application/json', "
                ."'X-Author': 'Bo' }, body }).then((answer) => done(answer.status))",
            [json_encode(['kind' => $kind, 'name' => $name, 'text' => $text])],
        );
        self::assertSame(201, $status);
    }

    private function copyOfTheFerry(): string
    {
        $id = $this->page->executeAsyncScript(
            <<<'JS'
            const done = arguments[0];
            (async () => {
                const mended = (await (await fetch('/api/documents?kind=rig')).json()).find((each) => each.name === 'The ferry, mended');
                done((await (await fetch(`/api/documents/${mended.id}/duplicate`, { method: 'POST' })).json()).id);
            })();
            JS,
        );
        self::assertIsString($id);

        return $id;
    }

    private function isStored(string $rig, string $song): bool
    {
        return true ===
            $this->page->executeAsyncScript(
                'const [id, song, done] = arguments; fetch(`/api/documents/${id}`).then((answer) => answer.json()).then(({ text }) => '
                    .'done(JSON.parse(text).show.songs.some((each) => each.title === song)))',
                [$rig, $song],
            );
    }

    private function writeElsewhere(string $rig, string $title, string $to): void
    {
        $status = $this->page->executeAsyncScript(
            <<<'JS'
            const [id, title, to, done] = arguments;
            (async () => {
                const { name, text, version } = await (await fetch(`/api/documents/${id}`)).json();
                const answer = await fetch(`/api/documents/${id}`, { method: 'PUT', headers: { 'Content-Type': 'application/json', 'X-Author': 'Cy' },
                    body: JSON.stringify({ name, text: text.replace(title, to), version }) });
                done(answer.status);
            })();
            JS,
            [$rig, $title, $to],
        );
        self::assertSame(200, $status);
    }
}

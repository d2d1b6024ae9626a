<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys as Key;
use PHPUnit\Framework\Attributes\Group;
use ZigzagPost\Core\Data\Json;

/** Every field of a chart is seen in a cell, and can be written there: what is read from all tables of one chart makes the same chart of an empty one. */
final class ChartTest extends PageTestCase
{
    private const CHART = __DIR__.'/../../web/charts/tables/everything.chart.json';
    private const EMPTY = '{"schema":1,"name":"Everything box","sort":"other"}';

    #[Group('long')]
    public function testWhatIsReadFromAllTablesMakesTheSameChart(): void
    {
        $known = (string) file_get_contents(self::CHART);
        $this->page->get(Application::noPage());
        $this->open($known);
        $tables = [];
        foreach ($this->tabs() as $tab) {
            foreach ($this->tables($tab) as $table) {
                $tables[] = [$tab, $table, $this->read()];
            }
        }
        self::assertCount(18, $tables);
        self::assertSame([], Axe::serious($this->page));

        $empty = $this->open(self::EMPTY);
        foreach ($tables as [$tab, $table, $cells]) {
            $this->show($tab, $table);
            $this->paste($table, $cells);
        }
        $this->show('Rules', null);
        $this->button('Add a rule')->sendKeys(Key::ENTER);
        $this->one('[aria-label="Ready-made rule 1"]')->sendKeys([Key::CONTROL, 'a']);
        $this->one('[aria-label="Ready-made rule 1"]')->sendKeys('rule "Ready"'.Key::ENTER.'  from keys any'.Key::ENTER);

        $wanted = self::sorted(Json::decode($known));
        $this->until(fn (): bool => $wanted === self::sorted($this->stored($empty)), 'all of it is stored: '.Json::encode($this->stored($empty)));
    }

    private function open(string $text): string
    {
        $id = $this->page->executeAsyncScript(
            'fetch("/api/documents", { method: "POST", headers: { "Content-Type": "application/json" },'
                .' body: JSON.stringify({ kind: "chart", name: "Everything box", text: arguments[0] }) })'
                .'.then((answer) => answer.json()).then((made) => arguments[1](made.id))',
            [$text],
        );
        self::assertIsString($id);
        $this->page->get(Application::address()."/charts/{$id}");
        $this->waitFor('[role=tab]');

        return $id;
    }

    /** @return list<string> */
    private function tabs(): array
    {
        $names = array_map(static fn ($tab): string => $tab->getText(), $this->all('[aria-label="Tables of the chart"] [role=tab]'));

        return array_values(array_filter($names, static fn (string $name): bool => 'Rules' !== $name));
    }

    /** @return \Generator<string|null> the tables of a tab, each while it is shown */
    private function tables(string $tab): \Generator
    {
        $this->show($tab, null);
        $more = array_map(static fn ($each): string => $each->getText(), $this->all('[aria-label="Which table"] button'));
        foreach ([] === $more ? [null] : $more as $table) {
            $this->show($tab, $table);
            yield $table;
        }
    }

    private function show(string $tab, ?string $table): void
    {
        $this->page->findElement(By::xpath("//button[@role='tab'][.='{$tab}']"))->sendKeys(Key::ENTER);
        if (null !== $table) {
            $this->page->findElement(By::xpath("//*[@aria-label='Which table']//button[.='{$table}']"))->sendKeys(Key::ENTER);
            $this->waitFor("table[aria-label=\"{$table}\"]");
        }
    }

    /** @return list<list<string>> what stands in the cells that can be written */
    private function read(): array
    {
        $cells = $this->page->executeScript(
            'return [...document.querySelectorAll("tbody tr[data-index]")].map((row) => [...row.querySelectorAll("input")].map((cell) => cell.value))',
        );
        $rows = [];
        foreach (\is_array($cells) ? $cells : [] as $row) {
            $rows[] = array_map(static fn ($cell): string => \is_string($cell) ? $cell : '', \is_array($row) ? array_values($row) : []);
        }

        return $rows;
    }

    /** @param list<list<string>> $cells */
    private function paste(?string $table, array $cells): void
    {
        if ([] === $cells) {
            return;
        }
        if ([] === $this->all('tbody tr[data-index] input')) {
            $this->page->findElement(By::xpath("//button[starts-with(normalize-space(), 'Add a ')]"))->sendKeys(Key::ENTER);
            $this->waitFor('tbody tr[data-index] input');
        }
        $this->page->executeScript(
            'const data = new DataTransfer(); data.setData("text/plain", arguments[0]);'
                .'document.querySelector("tbody tr[data-index] input").dispatchEvent('
                .'new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }))',
            [implode("\n", array_map(static fn (array $row): string => implode("\t", $row), $cells))."\n"],
        );
        $this->until(fn (): bool => $cells === $this->read(), "what was read stands in {$table}: ".Json::encode([$cells, $this->read()]));
    }

    private function stored(string $id): mixed
    {
        $text = $this->page->executeAsyncScript(
            'fetch(`/api/documents/${arguments[0]}`).then((answer) => answer.json()).then((made) => arguments[1](made.text))',
            [$id],
        );

        return \is_string($text) ? Json::decode($text) : null;
    }

    private static function sorted(mixed $json): mixed
    {
        if (!\is_array($json)) {
            return $json;
        }
        array_is_list($json) ?: ksort($json);

        return array_map(self::sorted(...), $json);
    }
}

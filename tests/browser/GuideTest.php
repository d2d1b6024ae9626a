<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverElement;
use Facebook\WebDriver\WebDriverKeys as Key;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;

/** The guide to a first rig, done word for word: what stands in bold is pressed, written or seen, what stands in italics is the field. */
final class GuideTest extends PageTestCase
{
    private const INSTRUCTION = '/(?<press>(?:[Pp]ress|then) \*\*(?<what>.+?)\*\*)|(?<write>[Ww]rite \*\*(?<text>.+?)\*\* into '
        .'\*(?<field>.+?)\*(?<enter>, and Enter)?)|(?<choose>[Cc]hoose \*\*(?<option>.+?)\*\* in \*(?<select>.+?)\*)|(?<move>Move '
        .'\*\*(?<control>.+?)\*\* to its end)|(?<paste>Paste this into \*(?<area>.+?)\*)|(?<put>Put this in the place of what stands in '
        .'\*Rules\*)|(?<see>You see \*\*(?<seen>.+?)\*\*)/';

    private const VIEWS = ['Library', 'Charts', 'Rig', 'Bench', 'Show', 'Proof', 'Paper', 'Live'];

    /** Where the keyboard alone does it. */
    private ?KeysAlone $keys = null;

    #[Group('long')]
    #[TestWith(['first-rig', 'A first rig in ten minutes', 20])]
    #[TestWith(['two-boxes', 'Two boxes and a cable', 8])]
    public function testTheGuideIsDoneByTheKeyboardAlone(string $file, string $title, int $atLeast): void
    {
        $this->keys = $keys = new KeysAlone($this->page);
        $this->testTheGuideIsDoneWordForWord($file, $title, $atLeast);
        self::assertGreaterThan(40, $keys->tabs);
    }

    #[TestWith(['first-rig', 'A first rig in ten minutes', 20])]
    #[TestWith(['two-boxes', 'Two boxes and a cable', 8])]
    public function testTheGuideIsDoneWordForWord(string $file, string $title, int $atLeast): void
    {
        $guide = (string) file_get_contents(\dirname(__DIR__, 2)."/docs/{$file}.md");
        self::assertGreaterThan($atLeast, preg_match_all('/^(\d+)\. (.*(?:\n(?:   .*)?)*)/m', $guide, $steps));
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
        $this->withoutTheChartOfTheGuide();
        $this->page->get(Application::address().'/library');
        $this->use($this->button($title));
        foreach ($steps[2] as $index => $text) {
            $number = $index + 1;
            $this->until(
                fn (): bool => str_starts_with($this->text('aside [role=document]'), mb_substr(self::plain($text), 0, 40)),
                "step {$number} stands in the application as in the guide",
            );
            preg_match('/```\n(.*?)```/s', $text, $code);
            $pasted = (string) preg_replace('/^ {3,4}/m', '', $code[1] ?? '');
            $instructions = (string) preg_replace('/```.*?```/s', '', $text);
            preg_match_all(self::INSTRUCTION, $instructions, $found, \PREG_SET_ORDER | \PREG_UNMATCHED_AS_NULL);
            self::assertStringNotContainsString(
                '**',
                (string) preg_replace(self::INSTRUCTION, '', $instructions),
                "step {$number} has nothing in bold that nobody does",
            );
            foreach ($found as $instruction) {
                $this->follow($instruction, rtrim($pasted)."\n", "step {$number}: {$instruction[0]}");
            }
            if ($number < \count($steps[2])) {
                $this->home();
                $this->goOn();
            }
        }
    }

    /** Whoever has done the guide before has its chart, and would have two of that name. */
    private function withoutTheChartOfTheGuide(): void
    {
        $this->page->executeAsyncScript(
            <<<'JS'
            const [done] = arguments;
            (async () => {
                const charts = await (await fetch('/api/documents?kind=chart')).json();
                for (const { id } of charts.filter(({ name }) => name === 'Tide echo')) {
                    await fetch(`/api/documents/${id}`, { method: 'DELETE' });
                }
                done(true);
            })();
            JS,
        );
    }

    /** @param array<int|string, string|null> $instruction */
    private function follow(array $instruction, string $pasted, string $words): void
    {
        match (true) {
            null !== $instruction['press'] => $this->pressIt((string) $instruction['what'], $words),
            null !== $instruction['write'] => $this->write(
                (string) $instruction['field'],
                (string) $instruction['text'],
                null !== $instruction['enter'],
            ),
            null !== $instruction['choose'] => $this->choose((string) $instruction['select'], (string) $instruction['option'], $words),
            null !== $instruction['move'] => $this->type(
                $this->page->findElement(By::xpath("//label[contains(., '{$instruction['control']}')]//input")),
                Key::END,
            ),
            null !== $instruction['paste'] => $this->type($this->field((string) $instruction['area']), $pasted),
            null !== $instruction['put'] => $this->typeRules($pasted),
            default => $this->see((string) $instruction['seen'], $words),
        };
    }

    private function pressIt(string $what, string $words): void
    {
        // The guide itself has the same names in it, and a control may have its label before its name.
        $quoted = self::quoted($what);
        $at = By::xpath(
            "//*[self::button or self::a][not(ancestor::aside)][normalize-space()={$quoted} or "
                ."@aria-label={$quoted} or starts-with(@aria-label, concat({$quoted}, ' ')) or (@role='tab' and starts-with(normalize-space(), {$quoted}))]",
        );
        $before = \count($this->page->getWindowHandles());
        $this->pressAt($at, $what, $words);
        $windows = $this->page->getWindowHandles();
        if (\count($windows) > $before && \is_string($windows[1])) {
            $this->page->switchTo()->window($windows[1]);
        }
    }

    private function pressAt(By $at, string $what, string $words): void
    {
        $found = fn (): array => array_values(
            array_filter($this->page->findElements($at), static fn (WebDriverElement $each): bool => $each->isDisplayed() && $each->isEnabled()),
        );
        $this->until(static fn (): bool => [] !== $found(), $words);
        if (str_starts_with($what, 'Switch ')) {
            usleep(900_000); // a moment of quiet, as a hand leaves
            $this->type($found()[0], ' ');
        } elseif (null !== $this->keys && \in_array($what, self::VIEWS, true)) {
            $this->keys->find('View', $what);
        } else {
            $this->use($found()[0]);
        }
    }

    private function write(string $field, string $text, bool $withEnter): void
    {
        $this->type($this->field($field), $text);
        if ($withEnter) {
            $this->until(
                fn (): bool => 'Look for a chart' !== $field || 1 === \count($this->all('dialog [aria-label="Charts"] li')),
                "one chart is called {$text}",
            );
            $this->until(
                fn (): bool => 'What it should do' !== $field || 1 === \count($this->all('[aria-label=Targets] li')),
                "one target is called {$text}",
            );
            $this->type($this->field($field), Key::ENTER);
        }
    }

    private function choose(string $select, string $option, string $words): void
    {
        $quoted = self::quoted($option);
        $option = By::xpath(
            "//*[@aria-label='{$select}' or ancestor::label[starts-with(normalize-space(), '{$select}')]][self::select]"
                ."/option[normalize-space()={$quoted} or @value={$quoted}]",
        );
        $this->until(fn (): bool => [] !== $this->page->findElements($option), $words);
        $found = $this->page->findElement($option);
        null === $this->keys ? $found->click() : $this->keys->choose($found->findElement(By::xpath('..')), trim($found->getText()));
    }

    /** Where a window is open, all else is out of reach; the guide is not. */
    private function goOn(): void
    {
        if (null === $this->keys || [] !== $this->all('dialog')) {
            $this->use($this->button('Done, next step'));
        } else {
            $this->keys->find('Do', 'Done, next step');
        }
    }

    private function use(WebDriverElement $at): void
    {
        null === $this->keys ? $at->click() : $this->keys->press($at);
    }

    private function type(WebDriverElement $at, string $text): void
    {
        if (null === $this->keys) {
            $at->sendKeys($text);
        } else {
            $this->keys->press($at, $text);
        }
    }

    private function field(string $label): WebDriverElement
    {
        $quoted = self::quoted($label);
        $at = By::xpath("//*[self::input or self::textarea][@aria-label={$quoted} or ancestor::label[starts-with(normalize-space(), {$quoted})]]");
        $this->until(fn (): bool => [] !== $this->page->findElements($at), "a field \"{$label}\"");

        return $this->page->findElement($at);
    }

    private function typeRules(string $text): void
    {
        $this->waitFor('.cm-content');
        $this->keys?->reach($this->one('.cm-content'));
        $this->one('.cm-content')->sendKeys([Key::CONTROL, 'a']);
        $this->one('.cm-content')->sendKeys(Key::DELETE);
        // As from the clipboard: the browser of the test has none.
        $this->page->executeScript(
            <<<'JS'
            const data = new DataTransfer();
            data.setData('text/plain', arguments[0]);
            document.querySelector('.cm-content').dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
            JS,
            [$text],
        );
        $this->until(fn (): bool => 'saved' === $this->text('[role=status]'), 'the rules are kept');
        usleep(1_500_000);
    }

    private function see(string $what, string $words): void
    {
        $this->until(
            fn (): bool => str_contains(
                (string) preg_replace(
                    '/\s+/',
                    ' ',
                    self::asText(
                        $this->page->executeScript(
                            <<<'JS'
                            // What the guide says itself does not count.
                            const guide = document.querySelector('aside[aria-label="A first rig in ten minutes"]');
                            return document.body.innerText.replace(guide?.innerText ?? '', '');
                            JS,
                        ),
                    ),
                ),
                $what,
            ),
            $words,
        );
    }

    private static function asText(mixed $value): string
    {
        return \is_string($value) ? $value : '';
    }

    /** Back to the window of the application, where another one opened beside it. */
    private function home(): void
    {
        $first = $this->page->getWindowHandles()[0] ?? null;
        if (\is_string($first)) {
            $this->page->switchTo()->window($first);
        }
    }

    private static function plain(string $markdown): string
    {
        return trim((string) preg_replace(['/```.*?```/s', '/\*+/', '/\s+/'], ['', '', ' '], $markdown));
    }

    private static function quoted(string $text): string
    {
        return str_contains($text, "'") ? '"'.$text.'"' : "'{$text}'";
    }
}

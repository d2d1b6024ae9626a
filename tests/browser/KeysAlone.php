<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Exception\ElementNotInteractableException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverElement;
use Facebook\WebDriver\WebDriverKeys as Key;
use PHPUnit\Framework\Assert;

/** Hands that never leave the keyboard: what they use is reached by Tab, in a group by the arrows, and pressed by Enter or Space. */
final class KeysAlone
{
    private const MOST_TABS = 400;
    private const MOST_ARROWS = 40;
    private const IS_THERE = 'return document.activeElement === arguments[0]';
    private const IS_FIELD = <<<'JS'
        return document.activeElement.closest('input:not([type=range]), textarea, select, [contenteditable=true]') !== null;
        JS;
    /** Where the target is, as seen from the focus: there, in its group, of which only one part is reached by Tab, before it or behind it. */
    private const WHERE = <<<'JS'
        const [target, now] = [arguments[0], document.activeElement];
        if (now === target) {
            return 'there';
        }
        const group = target.closest('[role=tablist], [role=radiogroup], [role=toolbar], [role=menu], [role=listbox], [role=grid]');
        if (target.tabIndex < 0 && group !== null && group.contains(now)) {
            return 'group';
        }
        return now !== document.body && (target.compareDocumentPosition(now) & Node.DOCUMENT_POSITION_FOLLOWING) ? 'before' : 'behind';
        JS;

    /** How often Tab was pressed, for all that was reached. */
    public int $tabs = 0;

    public function __construct(private readonly RemoteWebDriver $page)
    {
    }

    /** Goes to something by the keyboard; what is not reached so fails. */
    public function reach(WebDriverElement $target): void
    {
        for ($tabs = 0; $tabs < self::MOST_TABS; ++$tabs) {
            $where = $this->page->executeScript(self::WHERE, [$target]);
            if ('there' === $where || ('group' === $where && $this->arrowTo($target))) {
                return;
            }
            $this->send('before' === $where ? [Key::SHIFT, Key::TAB] : Key::TAB);
            ++$this->tabs;
        }
        Assert::fail('Tab does not reach '.json_encode($this->page->executeScript('return arguments[0].outerHTML.slice(0, 200)', [$target])));
    }

    public function press(WebDriverElement $target, string $key = Key::ENTER): void
    {
        $this->reach($target);
        $this->send($key);
    }

    /**
     * Goes to a view, or does something, by the window in which all is found by typing.
     *
     * @param string $sort "View", "Do" and so on, as it stands there
     */
    public function find(string $sort, string $label): void
    {
        for ($tabs = 0; $tabs < self::MOST_TABS && true === $this->page->executeScript(self::IS_FIELD); ++$tabs) {
            $this->send(Key::TAB);
        }
        $this->send([Key::CONTROL, 'k']);
        $isOpen = fn (): bool => true === $this->page->executeScript("return document.activeElement.matches('dialog [role=combobox]')");
        for ($until = microtime(true) + 10; !$isOpen() && microtime(true) < $until; usleep(30_000)) {
        }
        $this->send($label);
        $places = fn (): mixed => $this->page->executeScript(
            "return [...document.querySelectorAll('dialog [role=option]')].findIndex((each) => each.innerText.replace(/\\s+/g, ' ') === arguments[0])",
            ["{$sort} {$label}"],
        );
        for ($until = microtime(true) + 10; -1 === ($place = $places()) && microtime(true) < $until; usleep(30_000)) {
        }
        Assert::assertIsInt($place);
        Assert::assertGreaterThanOrEqual(0, $place, "{$sort} {$label} is found");
        $this->send(str_repeat(Key::ARROW_DOWN, $place).Key::ENTER);
    }

    /** Goes to an entry of a list to choose from. */
    public function choose(WebDriverElement $select, string $option): void
    {
        $this->reach($select);
        $chosen = fn (): mixed => $this->page->executeScript('const at = document.activeElement; return at.options?.[at.selectedIndex]?.text.trim()');
        $values = fn (): mixed => $this->page->executeScript('const at = document.activeElement; return at.options?.[at.selectedIndex]?.value');
        $this->send($option); // letters find
        for ($arrows = 0; $arrows < self::MOST_ARROWS && !\in_array($option, [$chosen(), $values()], true); ++$arrows) {
            $this->send(Key::ARROW_DOWN);
        }
    }

    /**
     * What the focus is on may be drawn anew just then.
     *
     * @param string|list<string> $keys written where the focus is; of a list all are held together
     */
    public function send(string|array $keys): void
    {
        for ($tries = 0;; ++$tries) {
            try {
                $this->page->getKeyboard()->sendKeys($keys);

                return;
            } catch (StaleElementReferenceException|ElementNotInteractableException $gone) {
                $tries < 10 || throw $gone;
                usleep(50_000);
            }
        }
    }

    private function isAt(WebDriverElement $target): bool
    {
        return true === $this->page->executeScript(self::IS_THERE, [$target]);
    }

    private function arrowTo(WebDriverElement $target): bool
    {
        foreach ([Key::ARROW_RIGHT, Key::ARROW_DOWN] as $arrow) {
            for ($pressed = 0; $pressed < self::MOST_ARROWS; ++$pressed) {
                if ($this->isAt($target)) {
                    return true;
                }
                $this->send($arrow);
            }
        }

        return $this->isAt($target);
    }
}

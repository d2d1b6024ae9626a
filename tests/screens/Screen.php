<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Screens;

use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy as By;

/** A view as it is measured: where it is, how it is reached there, and what has to stand on it before it says anything. */
final readonly class Screen
{
    /**
     * @param string $path    address, with RIG, BOOK and CHART in place of ids
     * @param string $content what a person has come for
     * @param string $tab     name of a tab to press, if it is not the first
     * @param string $field   where the keys of the measurement are pressed
     * @param bool $isPlayed  whether it is measured while somebody plays as well
     */
    public function __construct(
        public string $name,
        public string $path,
        public string $content,
        public string $tab = '',
        public string $field = 'body',
        public bool $isPlayed = false,
    ) {
    }

    /** Presses its tab, where it has one that is not chosen yet. */
    public function open(RemoteWebDriver $page): void
    {
        foreach ('' === $this->tab ? [] : $page->findElements(By::xpath("//button[@role='tab'][starts-with(normalize-space(.), '{$this->tab}')]")) as $tab) {
            if ('true' !== $tab->getAttribute('aria-selected')) {
                $tab->click();
                usleep(800_000);
            }
        }
    }

    /** @return list<self> every view */
    public static function all(): array
    {
        return [
            new self('Library', '/library', '[aria-label=Rigs] li, [aria-label=Shows] li'),
            new self('Rig', '/rigs/RIG', '[data-unit]', '', '[data-unit][tabindex="0"], [data-at][tabindex="0"]'),
            new self('Rig: a unit', '/rigs/RIG?unit=voice1', '[data-unit=voice1]', '', '[data-unit=voice1]'),
            new self('Rig: findings', '/rigs/RIG', '[role=tabpanel] li', 'Findings'),
            new self('Rig: leads', '/rigs/RIG?tab=leads', '[role=tabpanel] tr', 'Leads'),
            new self('Rig: plays', '/rigs/RIG?tab=plays', '[role=tabpanel] *', 'Plays'),
            new self('Rig: plan', '/rigs/RIG?tab=plan', '[role=tabpanel] *', 'Plan'),
            new self('Rig: loads', '/rigs/RIG?tab=loads', '[role=tabpanel] *', 'Loads'),
            new self('Rig: test', '/rigs/RIG?tab=test', '[role=tabpanel] *', 'Test'),
            new self('Paper', '/shows/RIG/paper', 'main a'),
            new self('Charts', '/charts', '[href^="/charts/"]'),
            new self('Chart', '/charts/CHART', 'input[data-cell]', '', 'input[data-cell]'),
            new self('Bench', '/bench/BOOK', '.cm-line', '', '.cm-content', true),
            new self('Show: set list', '/rigs/RIG/show', '[role=tabpanel] li, [role=tabpanel] tr'),
            new self(
                'Show: programs',
                '/rigs/RIG/show?tab=programs',
                '[role=tabpanel] td, [role=tabpanel] [role=gridcell]',
                'Programs',
                '[role=tabpanel] select, [role=gridcell] button[tabindex="0"]',
            ),
            new self('Show: switches', '/rigs/RIG/show?tab=switches', '[role=tabpanel] section, [role=tabpanel] li', 'Switches'),
            new self('Show: leaps', '/rigs/RIG/show?tab=leaps', '[role=tabpanel] *', 'Leaps'),
            new self('Show: log', '/rigs/RIG/show?tab=log', '[role=tabpanel] *', 'Log'),
            new self('Proof', '/rigs/RIG/proof', 'main li, main tr'),
            new self('Live', '/rigs/RIG/live', 'main tr, main li'),
            new self('Stage', '/stage/RIG', 'main p[aria-label]', '', 'body', true),
        ];
    }
}

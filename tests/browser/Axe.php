<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebDriver;

/** Runs axe-core on the page that is open. */
final class Axe
{
    /** @return list<string> what is serious or critical: rule and place */
    public static function serious(RemoteWebDriver $page): array
    {
        return self::found($page, "(each) => each.impact === 'serious' || each.impact === 'critical'");
    }

    /** @return list<string> what any rule finds, of headings, landmarks and the size of targets as well: rule and place */
    public static function everything(RemoteWebDriver $page): array
    {
        return self::found($page, '() => true');
    }

    /** @return list<string> */
    private static function found(RemoteWebDriver $page, string $which): array
    {
        $page->executeScript((string) file_get_contents(\dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        $page->manage()->timeouts()->setScriptTimeout(30);
        $found = $page->executeAsyncScript(<<<JS
            // A colour on its way to another is none of either theme.
            document.getAnimations().filter((each) => each instanceof CSSTransition).forEach((each) => each.finish());
            axe.run(document, { resultTypes: ['violations'], rules: { 'target-size': { enabled: true } } }).then((result) => arguments[0](
                result.violations.filter({$which})
                    .flatMap((each) => each.nodes.map((node) => {
                        const why = [...node.any, ...node.all, ...node.none].map((check) => check.message);
                        return `\${each.id}: \${node.target.join(' ')} \${why.join('; ')}`;
                    }))));
            JS);

        return \is_array($found) ? array_values(array_filter($found, \is_string(...))) : ['axe did not run'];
    }
}

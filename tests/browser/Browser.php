<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Exception\NoSuchElementException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Exception\UnrecognizedExceptionException;
use Facebook\WebDriver\Remote\DriverCommand;
use Facebook\WebDriver\Remote\RemoteWebDriver;

/**
 * A browser that has patience, as who plays has: it goes to an address once more where its driver lost sight of the page just while it
 * changed, waits a moment for what is looked for, and looks for an element once more, by what it was found by, where the page was drawn
 * anew between finding and using it.
 */
final class Browser extends RemoteWebDriver
{
    private const SECONDS_TO_APPEAR = 5;
    private ?Found $found = null;

    /**
     * @param string $command_name
     * @param array<mixed> $params
     */
    public function execute($command_name, $params = []): mixed
    {
        for ($until = microtime(true) + self::SECONDS_TO_APPEAR;; usleep(50_000)) {
            try {
                return $this->executeNow($command_name, $params);
            } catch (UnrecognizedExceptionException $failed) {
                $goes = \in_array($command_name, [DriverCommand::GET, DriverCommand::REFRESH], true);
                if (!$goes || !str_contains($failed->getMessage(), 'aborted by navigation')) {
                    throw $failed;
                }

                return parent::execute($command_name, $params);
            } catch (NoSuchElementException $missing) {
                if (microtime(true) >= $until) {
                    throw $missing;
                }
            }
        }
    }

    /**
     * @param string $endpointUrl
     * @param string $method
     * @param array<mixed> $params
     */
    public function executeCustomCommand($endpointUrl, $method = 'GET', $params = []): mixed
    {
        try {
            return parent::executeCustomCommand($endpointUrl, $method, $params);
        } catch (StaleElementReferenceException $gone) {
            return parent::executeCustomCommand($endpointUrl, $method, $this->foundAgain($params, $gone));
        }
    }

    /**
     * @param array<mixed> $params
     *
     * @return array<mixed>
     */
    private function foundAgain(array $params, StaleElementReferenceException $gone): array
    {
        return $this->found()->again($params, $this->executeNow(...)) ?? throw $gone;
    }

    /** @param array<mixed> $params */
    private function executeNow(string $command, array $params): mixed
    {
        try {
            $answer = parent::execute($command, $params);
        } catch (StaleElementReferenceException $gone) {
            $answer = parent::execute($command, $this->foundAgain($params, $gone));
        }
        $this->found()->note($command, $params, $answer);

        return $answer;
    }

    private function found(): Found
    {
        return $this->found ??= new Found();
    }
}

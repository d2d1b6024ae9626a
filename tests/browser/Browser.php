<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Exception\UnrecognizedExceptionException;
use Facebook\WebDriver\Remote\DriverCommand;
use Facebook\WebDriver\Remote\RemoteWebDriver;

/** A browser that goes to an address once more where its driver lost sight of the page just while it changed. */
final class Browser extends RemoteWebDriver
{
    /**
     * @param string $command_name
     * @param array<mixed> $params
     */
    public function execute($command_name, $params = []): mixed
    {
        try {
            return parent::execute($command_name, $params);
        } catch (UnrecognizedExceptionException $failed) {
            if (
                !\in_array($command_name, [DriverCommand::GET, DriverCommand::REFRESH], true)
                || !str_contains($failed->getMessage(), 'aborted by navigation')
            ) {
                throw $failed;
            }

            return parent::execute($command_name, $params);
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Command;

use App\Kernel;
use Symfony\Bundle\FrameworkBundle\Console\Application as Framework;
use Symfony\Component\Console\Application;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\NullOutput;

/** Makes a library with the demo show, in a file of its own. */
final class FreshLibrary
{
    /** @throws \Throwable when it could not be made whole */
    public static function make(string $database): void
    {
        $usual = [$_SERVER['ZIGZAG_DATABASE'] ?? null, $_ENV['ZIGZAG_DATABASE'] ?? null];
        $_SERVER['ZIGZAG_DATABASE'] = $_ENV['ZIGZAG_DATABASE'] = $database;
        $kernel = new Kernel(\is_string($_SERVER['APP_ENV'] ?? null) ? $_SERVER['APP_ENV'] : 'prod', false);
        try {
            $application = new Framework($kernel);
            $application->setCatchExceptions(false);
            self::migrate($application);
        } finally {
            $kernel->shutdown();
            [$_SERVER['ZIGZAG_DATABASE'], $_ENV['ZIGZAG_DATABASE']] = $usual;
        }
    }

    /** Brings a library to what this version needs, and puts the demo show into one that is empty. */
    public static function migrate(Application $application): void
    {
        self::call($application, 'doctrine:migrations:migrate', ['--allow-no-migration' => true]);
        self::call($application, 'app:demo-data');
    }

    /** @param array<string, mixed> $arguments */
    public static function call(?Application $application, string $command, array $arguments = []): void
    {
        $input = new ArrayInput(['command' => $command] + $arguments);
        $input->setInteractive(false);
        if (0 !== $application?->find($command)->run($input, new NullOutput())) {
            throw new \RuntimeException("{$command} did not come to its end");
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Command;

use App\Kernel;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\CommandLoader\CommandLoaderInterface;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\NullOutput;
use Symfony\Component\Dotenv\Dotenv;

/** Commands that work on the library, and need the application for it. */
final class Library
{
    /** A command that finds the library as this version keeps it; it is made where there is none yet. */
    public static function command(string $name): Command
    {
        umask(0o077);
        foreach (['pdo_sqlite', 'sqlite3'] as $extension) {
            if (!\extension_loaded($extension)) {
                throw CommandFailed::input("PHP has no {$extension} here; on Debian: apt-get install php-sqlite3");
            }
        }
        (new Dotenv())->bootEnv(\dirname(__DIR__, 2).'/.env', 'prod');
        $database = \is_string($_SERVER['ZIGZAG_DATABASE'] ?? null)
            ? str_replace('%kernel.project_dir%', \dirname(__DIR__, 2), $_SERVER['ZIGZAG_DATABASE'])
            : '';
        if ('' !== $database && !is_dir(\dirname($database)) && !@mkdir(\dirname($database), 0o700, true)) {
            throw CommandFailed::input(\dirname($database).': this folder cannot be made; name another place with ZIGZAG_DATABASE');
        }
        $kernel = new Kernel(\is_string($_SERVER['APP_ENV'] ?? null) ? $_SERVER['APP_ENV'] : 'prod', false);
        $application = new Application($kernel);
        $application->setAutoExit(false);
        $input = new ArrayInput(['command' => 'doctrine:migrations:migrate', '--allow-no-migration' => true, '--quiet' => true]);
        $input->setInteractive(false);
        if (0 !== $application->run($input, new NullOutput())) {
            throw CommandFailed::input("{$database}: this library cannot be opened; is it damaged, or only readable?");
        }
        $loader = $kernel->getContainer()->get('console.command_loader');
        \assert($loader instanceof CommandLoaderInterface);

        return $loader->get($name);
    }
}

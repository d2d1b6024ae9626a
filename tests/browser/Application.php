<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** The application as `bin/demo` starts it, with fresh demo data of its own. */
final class Application
{
    private static ?Process $demo = null;
    private static string $address = '';

    public static function address(): string
    {
        if (null === self::$demo) {
            $port = FreePort::find();
            $root = \dirname(__DIR__, 2);
            (new Filesystem())->mkdir("{$root}/var/test");
            self::$demo = new Process(["{$root}/bin/demo", '--fresh', '--port', (string) $port], $root, [
                'APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'ZIGZAG_DATABASE' => "{$root}/var/test/browser.sqlite",
            ], timeout: null);
            self::$demo->start();
            register_shutdown_function(static fn () => self::$demo?->stop(3, \SIGTERM));
            FreePort::wait($port, 120);
            self::$address = "http://127.0.0.1:{$port}";
        }

        return self::$address;
    }
}

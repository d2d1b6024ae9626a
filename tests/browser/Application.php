<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** The application as `bin/demo` starts it, with fresh demo data of its own. */
final class Application
{
    private static ?Process $demo = null;
    private static int $port = 0;

    public static function address(): string
    {
        if (null === self::$demo) {
            self::$port = FreePort::find();
            self::run('--fresh');
            register_shutdown_function(self::stop(...));
        }

        return 'http://127.0.0.1:'.self::$port;
    }

    /** Address of a short answer of the application that is no page of it: what the browser keeps can be set from there. */
    public static function noPage(): string
    {
        return self::address().'/api/documents?kind=tape';
    }

    public static function stop(): void
    {
        self::$demo?->stop(5, \SIGTERM);
    }

    /** Goes on with the same data at the same address. */
    public static function goOn(): void
    {
        self::run();
    }

    private static function run(string ...$options): void
    {
        $root = \dirname(__DIR__, 2);
        (new Filesystem())->mkdir("{$root}/var/test");
        self::$demo = new Process(["{$root}/bin/demo", ...$options, '--port', (string) self::$port], $root, [
            'APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'ZIGZAG_DATABASE' => "{$root}/var/test/browser".getenv('TEST_TOKEN').'.sqlite',
        ], timeout: null);
        self::$demo->start();
        FreePort::wait(self::$port, 120);
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Symfony\Component\Process\Process;

/** Headless Chromium behind ChromeDriver, with a window of exactly the size asked for. */
final class Chromium
{
    private static ?Process $chromeDriver = null;
    private static int $port = 0;
    /** Folder of what the browsers keep while they run. */
    private static string $profiles = '';

    public static function open(int $width = 1280, int $height = 800): RemoteWebDriver
    {
        if (null === self::$chromeDriver) {
            self::$port = FreePort::find();
            self::$chromeDriver = new Process(['chromedriver', '--port='.self::$port, '--log-level=OFF'], timeout: null);
            self::$chromeDriver->start();
            FreePort::wait(self::$port);
            self::$profiles = sys_get_temp_dir().'/zigzag-chromium-'.bin2hex(random_bytes(6));
            register_shutdown_function(static function (): void {
                self::$chromeDriver?->stop(1);
                exec('rm -rf '.escapeshellarg(self::$profiles));
            });
        }
        $options = new ChromeOptions();
        $options->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-dev-shm-usage',
            '--disable-background-networking', '--disable-component-update', '--disable-sync', '--force-prefers-reduced-motion',
            '--user-data-dir='.self::$profiles.'/'.bin2hex(random_bytes(6)),
        ]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL', 'performance' => 'ALL']);
        $driver = RemoteWebDriver::create('http://127.0.0.1:'.self::$port, $capabilities, 20_000, 60_000);
        self::resize($driver, $width, $height);

        return $driver;
    }

    public static function resize(RemoteWebDriver $driver, int $width, int $height): void
    {
        (new ChromeDevToolsDriver($driver))->execute('Emulation.setDeviceMetricsOverride', ['width' => $width, 'height' => $height, 'deviceScaleFactor' => 1, 'mobile' => false]);
    }
}

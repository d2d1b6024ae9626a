<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\WebDriverException;
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

    private static ?Browser $shared = null;

    /** The browser that the journeys of one process share: a new window, and nothing kept of those before. */
    public static function page(): Browser
    {
        try {
            return self::$shared = null === self::$shared ? self::open() : self::fresh(self::$shared);
        } catch (WebDriverException) {
            return self::$shared = self::open(); // it died with the journey before
        }
    }

    private static function fresh(Browser $browser): Browser
    {
        $before = $browser->getWindowHandles();
        $browser->switchTo()->newWindow();
        $now = $browser->getWindowHandle();
        foreach ($before as $handle) {
            if (\is_string($handle)) {
                $browser->switchTo()->window($handle)->close();
            }
        }
        $browser->switchTo()->window($now);
        $tools = new ChromeDevToolsDriver($browser);
        $tools->execute('Page.bringToFront');
        $tools->execute('Storage.clearDataForOrigin', [
            'origin' => Application::address(),
            'storageTypes' => 'cookies,local_storage,indexeddb,service_workers,cache_storage',
        ]);
        self::resize($browser, 1280, 800);

        return $browser;
    }

    public static function open(int $width = 1280, int $height = 800): Browser
    {
        if (null === self::$chromeDriver) {
            self::$port = FreePort::find();
            self::$chromeDriver = new Process(['chromedriver', '--port='.self::$port, '--log-level=OFF'], timeout: null);
            self::$chromeDriver->start();
            FreePort::wait(self::$port);
            self::$profiles = sys_get_temp_dir().'/zigzag-chromium-'.bin2hex(random_bytes(6));
            register_shutdown_function(static function (): void {
                self::$shared?->quit();
                self::$chromeDriver?->stop(1);
                exec('rm -rf '.escapeshellarg(self::$profiles));
            });
        }
        $options = new ChromeOptions();
        $options->addArguments([
            '--headless=new',
            '--no-sandbox',
            '--disable-gpu',
            '--disable-quic',
            '--no-first-run',
            '--disable-dev-shm-usage',
            '--disable-background-networking',
            '--disable-component-update',
            '--disable-sync',
            '--force-prefers-reduced-motion',
            '--user-data-dir='.self::$profiles.'/'.bin2hex(random_bytes(6)),
        ]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL', 'performance' => 'ALL']);
        $driver = Browser::create('http://127.0.0.1:'.self::$port, $capabilities, 20_000, 60_000);
        self::resize($driver, $width, $height);

        return $driver;
    }

    public static function resize(RemoteWebDriver $driver, int $width, int $height): void
    {
        (new ChromeDevToolsDriver($driver))->execute('Emulation.setDeviceMetricsOverride', [
            'width' => $width,
            'height' => $height,
            'deviceScaleFactor' => 1,
            'mobile' => false,
        ]);
    }
}

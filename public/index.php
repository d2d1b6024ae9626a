<?php

declare(strict_types=1);

use App\Kernel;

// PHP's own server asks here for every address; files of the front end it serves itself.
if (\PHP_SAPI === 'cli-server' && preg_match('#^/build/[A-Za-z0-9_./-]+$#D', (string) parse_url(is_string($_SERVER['REQUEST_URI'] ?? null) ? $_SERVER['REQUEST_URI'] : '', \PHP_URL_PATH), $match) && !str_contains($match[0], '..') && is_file(__DIR__.$match[0])) {
    return false;
}

require_once dirname(__DIR__).'/vendor/autoload_runtime.php';

/** @param array{APP_ENV: string, APP_DEBUG: string} $context */
$kernel = static fn (array $context): Kernel => new Kernel($context['APP_ENV'], (bool) $context['APP_DEBUG']);

return $kernel;

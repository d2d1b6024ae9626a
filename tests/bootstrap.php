<?php

declare(strict_types=1);

use Symfony\Component\Dotenv\Dotenv;

require dirname(__DIR__).'/vendor/autoload.php';

// The application's tests have a database of their own.
$_SERVER['ZIGZAG_DATABASE'] = $_ENV['ZIGZAG_DATABASE'] = dirname(__DIR__).'/var/test/zigzag.sqlite';
(new Dotenv())->bootEnv(dirname(__DIR__).'/.env');

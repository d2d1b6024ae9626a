<?php

declare(strict_types=1);

namespace App\Storage;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/**
 * How the database is written: to a log first, so that readers do not wait for writers, and with one sync for what is saved,
 * so that not even a power cut loses it. Workers of the server keep their connection from request to request; a file that
 * has been deleted or replaced meanwhile is noticed, for what is written to it would be lost.
 */
final class SqliteSettings implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            /** @throws StorageProblem where the database was taken away */
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                $isServer = 'fpm-fcgi' === \PHP_SAPI;
                if ($isServer) {
                    $path = \is_string($params['path'] ?? null) ? $params['path'] : '';
                    clearstatcache(true, $path);
                    $inode = @fileinode($path);
                    if (false === $inode) {
                        throw StorageProblem::isGone($path);
                    }
                    // A connection is kept for each user name, which SQLite has no use for: another file is another user.
                    $params['user'] = (string) $inode;
                    $params['driverOptions'] = [\PDO::ATTR_PERSISTENT => true];
                }
                $connection = parent::connect($params);
                $connection->exec('PRAGMA busy_timeout = 5000');
                if (!$isServer && 'wal' !== $connection->query('PRAGMA journal_mode')->fetchOne()) {
                    $connection->exec('PRAGMA journal_mode = WAL');
                }
                $connection->exec('PRAGMA synchronous = FULL');

                return $connection;
            }
        };
    }
}

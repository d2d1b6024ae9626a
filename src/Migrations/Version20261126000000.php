<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Benches are files of their own now; tapes and rulebooks can be brought back after they were deleted. */
final class Version20261126000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('DROP TABLE bench');
        $this->addSql('ALTER TABLE rulebook ADD COLUMN deleted_at DATETIME DEFAULT NULL');
        $this->addSql('ALTER TABLE tape ADD COLUMN deleted_at DATETIME DEFAULT NULL');
        $this->addSql('ALTER TABLE job ADD COLUMN begun_at DATETIME NOT NULL DEFAULT \'2026-11-26 00:00:00\'');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException();
    }
}

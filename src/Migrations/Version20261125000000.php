<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Auto-generated Migration: Please modify to your needs!
 */
final class Version20261125000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return '';
    }

    public function up(Schema $schema): void
    {
        // this up() migration is auto-generated, please modify it to your needs
        $this->addSql(
            'CREATE TABLE bench (id VARCHAR(16) NOT NULL, text CLOB NOT NULL, book_class VARCHAR(120) NOT NULL, state CLOB NOT NULL, '
                .'used_at DATETIME NOT NULL, PRIMARY KEY (id))',
        );
        $this->addSql(
            'CREATE TABLE job (id VARCHAR(16) NOT NULL, name VARCHAR(200) NOT NULL, book_text CLOB NOT NULL, tape VARCHAR(16) NOT NULL, '
                .'port VARCHAR(100) NOT NULL, position INTEGER NOT NULL, length INTEGER NOT NULL, events_in INTEGER NOT NULL, events_out '
                    .'INTEGER NOT NULL, result_length INTEGER NOT NULL, is_done BOOLEAN NOT NULL, state CLOB NOT NULL, PRIMARY KEY (id))',
        );
        $this->addSql(
            'CREATE TABLE rulebook (id VARCHAR(16) NOT NULL, name VARCHAR(200) NOT NULL, text CLOB NOT NULL, good_text CLOB NOT NULL, '
                .'version INTEGER NOT NULL, changed_at DATETIME NOT NULL, PRIMARY KEY (id))',
        );
        $this->addSql(
            'CREATE TABLE tape (id VARCHAR(16) NOT NULL, name VARCHAR(200) NOT NULL, text CLOB NOT NULL, events INTEGER NOT NULL, length_us '
                .'BIGINT NOT NULL, stored_at DATETIME NOT NULL, PRIMARY KEY (id))',
        );
    }

    public function down(Schema $schema): void
    {
        // this down() migration is auto-generated, please modify it to your needs
        $this->addSql('DROP TABLE bench');
        $this->addSql('DROP TABLE job');
        $this->addSql('DROP TABLE rulebook');
        $this->addSql('DROP TABLE tape');
    }
}

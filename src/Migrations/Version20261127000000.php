<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Rulebooks and tapes are documents now, kept in one way, with their revisions. */
final class Version20261127000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE document (id VARCHAR(16) NOT NULL, kind VARCHAR(20) NOT NULL, name VARCHAR(200) NOT NULL, text CLOB NOT NULL, '
                .'good_text CLOB NOT NULL, summary CLOB NOT NULL, version INTEGER NOT NULL, created_at DATETIME NOT NULL, changed_at '
                    .'DATETIME NOT NULL, changed_by VARCHAR(80) NOT NULL, deleted_at DATETIME DEFAULT NULL, PRIMARY KEY (id))',
        );
        $this->addSql('CREATE INDEX document_kind ON document (kind, changed_at)');
        $this->addSql(
            'CREATE TABLE revision (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, document VARCHAR(16) NOT NULL, number INTEGER NOT NULL, '
                .'name VARCHAR(200) NOT NULL, text CLOB NOT NULL, begun_at DATETIME NOT NULL, at DATETIME NOT NULL, author VARCHAR(80) NOT '
                    .'NULL, what VARCHAR(40) NOT NULL)',
        );
        $this->addSql('CREATE UNIQUE INDEX revision_number ON revision (document, number)');
        $this->addSql(
            "INSERT INTO document SELECT id, 'rulebook', name, text, good_text, json_object('lines', length(text) - length(replace(text, "
                ."char(10), '')) + 1), version, changed_at, changed_at, '', deleted_at FROM rulebook",
        );
        $this->addSql(
            "INSERT INTO document SELECT id, 'tape', name, text, '', json_object('events', events, 'lengthUs', length_us), 1, stored_at, "
                ."stored_at, '', deleted_at FROM tape",
        );
        $this->addSql(
            'INSERT INTO revision (document, number, name, text, begun_at, at, author, what) SELECT id, version, name, text, changed_at, '
                ."changed_at, '', 'made' FROM document",
        );
        $this->addSql('DROP TABLE rulebook');
        $this->addSql('DROP TABLE tape');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException();
    }
}

<?php

declare(strict_types=1);

namespace App\Migrations;

use App\Documents\EarlierNotes;
use App\Documents\RigPart;
use App\Documents\RigParts;
use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A rig holds what a person edits; its log, kept tapes, report, rests and ticks are documents beside it. */
final class Version20261130000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE document ADD COLUMN beside VARCHAR(16) NOT NULL DEFAULT ''");
        $this->addSql('CREATE INDEX document_beside ON document (beside)');
        foreach ($this->connection->executeQuery("SELECT id, text, notes FROM document WHERE kind = 'rig'")->iterateAssociative() as $rig) {
            ['id' => $id, 'text' => $text, 'notes' => $notes] = $rig;
            if (!\is_string($id) || !\is_string($text) || !\is_string($notes)) {
                continue;
            }
            $apart = RigParts::split(EarlierNotes::join($text, $notes));
            foreach ($apart->parts as $kind => $part) {
                $this->addSql(
                    'INSERT INTO document (id, kind, name, text, good_text, notes, summary, version, created_at, changed_at, changed_by, beside) '
                        ."SELECT ?, ?, name, ?, '', '', '{}', 1, created_at, changed_at, changed_by, id FROM document WHERE id = ?",
                    [RigPart::from($kind)->idBeside($id), $kind, $part, $id],
                );
            }
            $this->addSql("UPDATE document SET text = ?, notes = '' WHERE id = ?", [$apart->rig, $id]);
        }
        $this->addSql(
            'INSERT INTO revision (document, number, name, text, begun_at, at, author, what) SELECT id, version, name, text, changed_at, '
                ."changed_at, changed_by, 'made' FROM document WHERE beside <> ''",
        );
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException();
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Kernel;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Input\StringInput;
use Symfony\Component\Console\Output\NullOutput;

/** What people have stays theirs: libraries and backups of every state that was released open, and mean what they meant. */
final class FixturesTest extends ApiTestCase
{
    /** @return iterable<string, array{string}> */
    public static function states(): iterable
    {
        foreach (glob(\dirname(__DIR__).'/fixtures/*') ?: [] as $folder) {
            yield basename($folder) => [$folder];
        }
    }

    #[DataProvider('states')]
    public function testALibraryOpensAndMeansTheSame(string $folder): void
    {
        $database = self::emptied();
        file_put_contents($database, (string) gzdecode((string) file_get_contents("{$folder}/library.sqlite.gz")));
        self::migrate();
        $this->browser = self::createClient([], ['HTTP_HOST' => '127.0.0.1']);
        $this->browser->disableReboot();
        $this->assertMeans($folder);
    }

    #[DataProvider('states')]
    public function testABackupComesInAndMeansTheSame(string $folder): void
    {
        self::emptied();
        self::migrate();
        $this->browser = self::createClient([], ['HTTP_HOST' => '127.0.0.1']);
        $this->browser->disableReboot();
        $this->upload('everything.zip', (string) file_get_contents("{$folder}/everything.zip"), 200, '/api/everything');
        $this->assertMeans($folder);
    }

    public function testARigComesInFromItsZip(): void
    {
        $zip = (string) file_get_contents(\dirname(__DIR__).'/fixtures/2026-11-29/rig.zip');
        $rig = $this->upload('rig.zip', $zip, 201, '/api/documents/import');
        $proofs = $this->call('GET', "/api/rigs/{$this->text($rig, 'id')}/proofs", null, 200);
        $differing = [];
        foreach (\is_array($proofs['proofs']) ? $proofs['proofs'] : [] as $proof) {
            $differing[$this->text((array) $proof, 'name')] = \count((array) $this->at((array) $proof, 'changes'));
        }
        self::assertSame(0, $differing['Harbour, both hands'] ?? null);
    }

    private function assertMeans(string $folder): void
    {
        $meaning = json_decode((string) file_get_contents("{$folder}/meaning.json"), true);
        self::assertIsArray($meaning);
        $texts = self::texts("{$folder}/library.sqlite.gz");
        foreach ((array) $meaning['documents'] as $document) {
            self::assertIsArray($document);
            $now = $this->call('GET', "/api/documents/{$this->text($document, 'id')}", null, 200);
            self::assertSame($document['name'], $now['name']);
            self::assertSame($document['version'], $now['version']);
            $stored = $this->text($texts, $this->text($document, 'id'));
            self::assertSame($document['sum'], hash('sha256', $stored));
            $isTogether = isset($document['together']); // what stands beside a rig was stored beside it then
            match (true) {
                'rig' !== $now['kind'] => self::assertSame($stored, $now['text']),
                $isTogether => self::assertSame($document['together'], self::sum($this->text($now, 'text')), 'together it is what it was'),
                default => self::assertEquals(json_decode($stored, true), json_decode($this->text($now, 'text'), true), 'together it is what it was'),
            };
            self::assertCount(
                \is_int($document['revisions']) ? $document['revisions'] : -1,
                $this->call('GET', "/api/documents/{$this->text($document, 'id')}/revisions", null, 200),
            );
        }
        foreach ((array) $meaning['moments'] as $moment) {
            self::assertIsArray($moment);
            $now = $this->call('GET', "/api/moments/{$this->text($moment, 'id')}", null, 200);
            self::assertSame($moment['told'], array_intersect_key($now, (array) $moment['told']));
            self::assertSame($moment['tape'], hash('sha256', $this->text($now, 'tape')));
            self::assertTrue($now['isSame'], 'a minute plays again as it was played');
            $this->call('POST', "/api/moments/{$this->text($moment, 'id')}/open", [], 201);
        }
        foreach ((array) $meaning['rigs'] as $id => $rig) {
            self::assertIsArray($rig);
            $now = $this->call('GET', "/api/rigs/{$id}/computed", null, 200);
            foreach ((array) $rig['resting'] as $rest) {
                self::assertIsArray($rest);
                self::assertContains(
                    [$rest['code'], $rest['cause']],
                    array_map(static fn (mixed $each): array => \is_array($each) ? [$each['code'], $each['cause']] : [], (array) $now['resting']),
                    'what was put to rest rests',
                );
            }
            $proofs = $this->call('GET', "/api/rigs/{$id}/proofs", null, 200);
            self::assertSame(
                $rig['proofs'],
                array_map(
                    fn (mixed $proof): array => [$this->at((array) $proof, 'name'), \count((array) $this->at((array) $proof, 'changes'))],
                    (array) $proofs['proofs'],
                ),
            );
        }
    }

    /** Of what a text means, in whatever order its members stand. */
    private static function sum(string $text): string
    {
        $json = json_decode($text, true);
        $sort = static function (mixed &$value) use (&$sort): void {
            if (\is_array($value)) {
                array_is_list($value) ?: ksort($value);
                array_walk($value, $sort);
            }
        };
        $sort($json);

        return hash('sha256', json_encode($json, \JSON_THROW_ON_ERROR));
    }

    /** @return array<mixed> of documents as an earlier version stored them, by id */
    private static function texts(string $library): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'library');
        file_put_contents($file, (string) gzdecode((string) file_get_contents($library)));
        $found = (new \PDO("sqlite:{$file}"))->query('SELECT id, text FROM document');
        unlink($file);

        return false === $found ? [] : $found->fetchAll(\PDO::FETCH_KEY_PAIR);
    }

    private static function emptied(): string
    {
        self::ensureKernelShutdown();
        $database = \dirname(__DIR__, 2).'/var/test/zigzag.sqlite';
        foreach (['', '-wal', '-shm'] as $ending) {
            @unlink($database.$ending);
        }

        return $database;
    }

    private static function migrate(): void
    {
        $application = new Application(new Kernel('test', false));
        $application->setAutoExit(false);
        self::assertSame(0, $application->run(new StringInput('doctrine:migrations:migrate --no-interaction --quiet'), new NullOutput()));
    }
}

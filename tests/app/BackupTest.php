<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Documents\RigPart;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use ZigzagPost\Tests\Core\Cases;

/** The backup: whatever a library holds goes out and comes in again, in slices, beside others who save; what is wrong changes nothing. */
final class BackupTest extends ApiTestCase
{
    private static ?string $one = null;
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/zigzag-backup-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        $memory = array_map(static fn (string $file): string => '/dev/shm/'.file_get_contents($file), glob("{$this->folder}/*.memory") ?: []);
        (new Filesystem())->remove([$this->folder, ...$memory]);
    }

    public function testALibraryOfAnySortGoesOutAndComesInAgainWithoutABrowser(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        for ($case = 0; $case < Cases::number(3); ++$case) {
            [$a, $b] = ["{$this->folder}/{$case}a.sqlite", "{$this->folder}/{$case}b.sqlite"];
            self::assertSame(0, $this->zigzag("everything out {$this->folder}/none.zip", $a)[0]);
            self::fill($a, $random);
            [$exit, , $error] = $this->zigzag("everything out {$this->folder}/all.zip", $a);
            self::assertSame([0, ''], [$exit, $error]);
            [$exit, $said, $error] = $this->zigzag("everything in {$this->folder}/all.zip", $b);
            self::assertSame([0, ''], [$exit, $error]);
            self::assertMatchesRegularExpression('/^\d+ documents are new, 0 were here already, 0 differ/', $said);
            self::assertSame(self::content($a), self::content($b));
            self::assertStringContainsString(' were here already, 0 differ', $this->zigzag("everything in {$this->folder}/all.zip", $b)[1]);
            self::assertSame(self::content($a), self::content($b), 'twice is as once');
        }
        foreach (
            [
                'everything sideways x.zip',
                'everything in /nowhere.zip',
                'everything in',
                "everything out {$this->folder}/no/such/folder.zip",
                'everything in composer.json',
            ] as $wrong
        ) {
            [$exit, $said, $error] = $this->zigzag($wrong, "{$this->folder}/c.sqlite");
            self::assertSame([2, ''], [$exit, $said], $wrong);
            self::assertSame(1, substr_count($error, "\n"), $error);
        }
    }

    public function testMemoryStaysTheSameHoweverMuchThereIs(): void
    {
        $database = "{$this->folder}/large.sqlite";
        $this->zigzag("everything out {$this->folder}/none.zip", $database);
        $tape = "# zigzag tape 1\n";
        for ($i = 0; \strlen($tape) < 7 << 20; ++$i) {
            $tape .= \sprintf("%d.000 keys 90 %02X %02X\n", $i, $i % 128, 1 + ($i % 127));
        }
        for ($i = 0; $i < 2; ++$i) {
            self::insert($database, \sprintf('%016x', $i), 'tape', "tape {$i}", $tape, '', array_fill(1, 2, $tape));
        }
        [$exit, , $error] = $this->zigzag("everything out {$this->folder}/all.zip", $database, '20M');
        self::assertSame([0, ''], [$exit, $error], 'forty megabytes with half of it');
        [$exit, , $error] = $this->zigzag("everything in {$this->folder}/all.zip", "{$this->folder}/again.sqlite", '64M');
        self::assertSame([0, ''], [$exit, $error]);
        self::assertSame(self::content($database), self::content("{$this->folder}/again.sqlite"));
    }

    public function testItComesInBesideThoseWhoSaveAndIsThereAtOnceOrNotAtAll(): void
    {
        [$a, $b] = ["{$this->folder}/a.sqlite", "{$this->folder}/b.sqlite"];
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(9));
        foreach ([$a, $b] as $database) {
            $this->zigzag("everything out {$this->folder}/none.zip", $database);
        }
        for ($i = 0; $i < 60; ++$i) {
            self::insert(
                $a,
                \sprintf('%016x', $i),
                'rulebook',
                "book {$i}",
                bin2hex($random->getBytes(1000)),
                '',
                array_fill(1, 20, str_repeat("# a line\n", 2000)),
            );
        }
        self::insert($b, str_repeat('f', 16), 'rulebook', 'mine', '0', '', [1 => '0']);
        $this->zigzag("everything out {$this->folder}/all.zip", $a);
        $saved = 0;
        for ($kills = 0; $kills < 3; ++$kills) {
            $import = $this->process("everything in {$this->folder}/all.zip", $b);
            $import->start();
            $until = microtime(true) + 0.25 + 0.1 * $kills;
            while (microtime(true) < $until) {
                self::save($b, ++$saved);
            }
            $import->signal(\SIGKILL);
            $import->wait();
            self::assertContains(\count(array_filter(self::content($b), static fn (string $row): bool => str_contains($row, '"rulebook","book '))), [
                0,
                60,
            ]);
        }
        $import = $this->process("everything in {$this->folder}/all.zip", $b);
        $import->start();
        while ($import->isRunning()) {
            self::save($b, ++$saved);
        }
        self::assertSame([0, ''], [$import->getExitCode(), $import->getErrorOutput()]);
        self::assertSame(60, \count(array_filter(self::content($b), static fn (string $row): bool => str_contains($row, '"rulebook","book '))));
        self::assertSame(
            (string) $saved,
            self::value($b, "SELECT text FROM document WHERE id = 'ffffffffffffffff'"),
            'nothing that was saved meanwhile is lost',
        );
    }

    public function testItComesInPieceByPieceAndSliceBySlice(): void
    {
        $zip = $this->whole();
        $before = $this->call('GET', '/api/documents', null, 200);
        $id = $this->text($this->call('POST', '/api/everything/incoming', ['name' => 'all.zip', 'size' => \strlen($zip)], 201), 'id');
        for ($at = 0; $at < \strlen($zip); $at = $next) {
            $next = min(\strlen($zip), $at + 40_000);
            foreach ([$at + 7, $at] as $where) {
                // a piece that does not follow is not taken, and told how far it is
                $this->browser->request('PUT', "/api/everything/incoming/{$id}?at={$where}", content: substr($zip, $where, 40_000));
                self::assertSame(200, $this->browser->getResponse()->getStatusCode());
                self::assertSame($where === $at ? $next : $at, $this->at($this->answer(), 'received'));
            }
        }
        $parts = [];
        do {
            $now = $this->call('POST', "/api/everything/incoming/{$id}/next", [], 200, 'Incoming');
            $parts[] = $now['done'];
        } while ('done' !== $now['phase']);
        $sorted = $parts;
        sort($sorted);
        self::assertSame($sorted, $parts, 'it goes on');
        self::assertSame([0, \count($before), 0], [$now['new'], $now['same'], $now['beside']]);
        $this->browser->request('DELETE', "/api/everything/incoming/{$id}");
        self::assertSame(204, $this->browser->getResponse()->getStatusCode());
        $this->call('POST', "/api/everything/incoming/{$id}/next", [], 404);
        foreach (['../../etc', 'x', str_repeat('0', 16)] as $none) {
            $this->browser->request('PUT', "/api/everything/incoming/{$none}?at=0", content: 'x');
            self::assertSame(404, $this->browser->getResponse()->getStatusCode());
        }
    }

    public function testARigGoesOnWithTheRulebookThatCameInBesideAnother(): void
    {
        $book = $this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Rules', 'text' => '# one'], 201);
        $rig = $this->call(
            'POST',
            '/api/documents',
            [
                'kind' => 'rig',
                'name' => 'R',
                'text' => (string) json_encode(['schema' => 1, 'name' => 'R', 'charts' => new \stdClass(), 'units' => [], 'book' => $book['id']]),
            ],
            201,
        );
        $zip = $this->whole();
        $this->call('PUT', "/api/documents/{$this->text($book, 'id')}", ['name' => 'Rules', 'text' => '# two', 'version' => 1], 200);
        $this->call('PUT', "/api/documents/{$this->text($rig, 'id')}", ['name' => 'R, mine', 'text' => $rig['text'], 'version' => 1], 200);
        self::assertSame(2, $this->upload('all.zip', $zip, 200, '/api/everything')['beside']);
        $all = array_column($this->call('GET', '/api/documents', null, 200), 'id', 'name');
        $json = json_decode($this->text($this->call('GET', "/api/documents/{$this->text($all, 'R (from the file)')}", null, 200), 'text'), true);
        self::assertIsArray($json);
        self::assertSame($all['Rules (from the file)'], $json['book']);
    }

    /** @return iterable<string, array{string, mixed}> a field of the manifest, and what must not stand in it */
    public static function wrongs(): iterable
    {
        foreach (['name', 'changedBy', 'revisions.0.name', 'revisions.0.by'] as $field) {
            foreach (
                [
                    "\0",
                    "\u{1}",
                    "\u{7F}",
                    "\u{85}",
                    "\u{200B}",
                    "\u{200E}",
                    "\u{200F}",
                    "\u{202A}",
                    "\u{202E}",
                    "\u{2066}",
                    "\u{2069}",
                    "\u{2028}",
                    "\u{FEFF}",
                    "\u{61C}",
                    "\n",
                ] as $mark
            ) {
                foreach ('name' === $field ? ["{$mark}Ida", "Id{$mark}a", "Ida{$mark}"] : ["Id{$mark}a"] as $name) {
                    yield "{$field} ".json_encode($name) => [$field, $name];
                }
            }
            yield "{$field} too long" => [$field, str_repeat('é', 201)];
        }
        foreach (['version', 'revisions.0.number'] as $field) {
            foreach ([0, -1, 1.5, 1e300, \PHP_INT_MAX, 1_000_000_001, '1', null, true, [1]] as $number) {
                yield "{$field} ".json_encode($number) => [$field, $number];
            }
        }
        foreach (['createdAt', 'changedAt', 'revisions.0.begunAt', 'revisions.0.at'] as $field) {
            foreach (
                [
                    '2026-02-31T10:00:00+00:00',
                    '2026-13-01T10:00:00+00:00',
                    '2026-00-10T10:00:00+00:00',
                    '2026-01-01T25:00:00+00:00',
                    '2026-01-01T10:60:00+00:00',
                    '2025-02-29T10:00:00+00:00',
                    '0000-00-00T00:00:00+00:00',
                    '1969-01-01T00:00:00+00:00',
                    '99999-01-01T00:00:00+00:00',
                    '2026-01-01',
                    'now',
                    '',
                    12,
                    null,
                ] as $time
            ) {
                yield "{$field} ".json_encode($time) => [$field, $time];
            }
        }
    }

    #[DataProvider('wrongs')]
    public function testWhatCannotBeIsRefusedAndChangesNothing(string $field, mixed $wrong): void
    {
        $zip = self::$one ??= $this->one();
        $before = $this->call('GET', '/api/documents', null, 200);
        $changed = $this->altered($zip, static fn (array $document): array => [self::with($document, $field, $wrong)]);
        $refused = $this->upload('all.zip', $changed, 422, '/api/everything');
        self::assertStringStartsWith(
            'all.zip: manifest.json: documents[0].'.preg_replace('/\.(\d)\./', '[$1].', $field),
            $this->text($refused, 'error'),
        );
        self::assertSame($before, $this->call('GET', '/api/documents', null, 200));
    }

    public function testManyNamesForOneLargeFileAreRefused(): void
    {
        $zip = $this->one();
        $changed = $this->altered(
            $zip,
            static fn (array $document): array => [
                $document,
                ...array_map(static fn (int $i): array => ['id' => \sprintf('%016x', $i)] + $document, range(1, 500)),
            ],
        );
        self::assertStringContainsString('named more than once', $this->text($this->upload('all.zip', $changed, 422, '/api/everything'), 'error'));
        // The same in the directory of the zip: many entries that are one place in it.
        $at = strpos($zip, "PK\x01\x02");
        $end = strpos($zip, "PK\x06\x06");
        self::assertIsInt($at);
        self::assertIsInt($end);
        $directory = substr($zip, $at, $end - $at);
        $many = substr($zip, 0, $at).str_repeat($directory, 40);
        $count = 40 * substr_count($directory, "PK\x01\x02");
        $many .=
            pack('VPvvVVPPPP', 0x06064B50, 44, 45, 45, 0, 0, $count, $count, 40 * \strlen($directory), $at).
            pack('VVPV', 0x07064B50, 0, $at + 40 * \strlen($directory), 1).
            substr($zip, -22);
        $this->upload('all.zip', $many, 422, '/api/everything');
    }

    public function testNamesThatHideSomethingAreRefusedWhereTheyAreGivenToo(): void
    {
        foreach (["a\0b", "a\u{202E}b", "\u{200B}a", "a\nb"] as $name) {
            $this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => $name, 'text' => ''], 400);
        }
        $this->browser->request(
            'POST',
            '/api/documents',
            server: ['CONTENT_TYPE' => 'application/json', 'HTTP_X_AUTHOR' => rawurlencode("Id\u{202E}a\0")],
            content: '{"kind":"rulebook","name":"By Ida","text":""}',
        );
        self::assertSame('Ida', $this->answer()['changedBy']);
    }

    private static function fill(string $database, \Random\Randomizer $random): void
    {
        $rig = (string) json_encode(['schema' => 1, 'name' => 'R', 'charts' => new \stdClass(), 'units' => []]);
        $texts = [
            'rulebook' => ['', "port a in\n", 'half writ', "\u{1F3B9} \"x\"\r\n", str_repeat('x', 300_000)],
            'tape' => ["0.000 keys 90 3C 64\n"],
            'rig' => [$rig, ' '.$rig],
            'chart' => ['{"schema":1,"name":"c","sort":"synth"}', '{"of":"an earlier version"}'],
        ];
        for ($i = $random->getInt(0, 12); $i >= 0; --$i) {
            $kind = array_keys($texts)[$random->getInt(0, 3)];
            $text = $texts[$kind][$random->getInt(0, \count($texts[$kind]) - 1)];
            $revisions = [];
            for ($number = 1; $number < 30; $number += $random->getInt(1, 9)) {
                $revisions[$number] = $text.str_repeat("\n", $number);
            }
            $id = bin2hex($random->getBytes(8));
            self::insert(
                $database,
                $id,
                $kind,
                ['Mine', 'Müller\'s "x" / 🎹', str_repeat('é', 200), '../../x', '0'][$random->getInt(0, 4)],
                $text,
                ['', $text, 'port b in'][$random->getInt(0, 2)],
                $revisions,
            );
            foreach ('rig' === $kind ? RigPart::cases() : [] as $part) {
                if (1 === $random->getInt(0, 1)) {
                    $holds = RigPart::Log === $part ? '{"log":[{"at":"x","what":"rehearsal"}]}' : '{}';
                    self::insert($database, $part->idBeside($id), $part->value, 'R', $holds, '', $revisions, $id);
                }
            }
        }
    }

    /** @param array<int, string> $revisions by number */
    private static function insert(
        string $file,
        string $id,
        string $kind,
        string $name,
        string $text,
        string $good,
        array $revisions,
        string $beside = '',
    ): void {
        $database = self::database($file);
        $database->beginTransaction();
        $summary =
            [
                'rulebook' => ['lines' => 1],
                'tape' => ['events' => 1, 'lengthUs' => 0],
                'rig' => ['units' => 0, 'leads' => 0, 'book' => ''],
                'chart' => ['sort' => 'synth', 'parameters' => 0, 'controls' => 0],
            ][$kind] ?? [];
        $database
            ->prepare(
                'INSERT INTO document (id, kind, name, text, good_text, summary, version, created_at, changed_at, changed_by, beside) VALUES (?, ?, '
                    .'?, ?, ?, ?, 40, ?, ?, ?, ?)',
            )
            ->execute([$id, $kind, $name, $text, $good, json_encode($summary), '2026-11-20 10:00:00', '2026-11-21 11:11:11', 'Ida', $beside]);
        foreach ($revisions as $number => $of) {
            $database
                ->prepare('INSERT INTO revision (document, number, name, text, begun_at, at, author, what) VALUES (?, ?, ?, ?, ?, ?, ?, ?)')
                ->execute([$id, $number, $name, $of, '2026-11-20 10:00:00', '2026-11-20 10:01:00', 'Bo', 'written']);
        }
        $database->commit();
    }

    private static function save(string $file, int $number): void
    {
        $database = self::database($file);
        $database->exec('PRAGMA busy_timeout = 5000');
        $database->exec("UPDATE document SET text = '{$number}' WHERE id = 'ffffffffffffffff'");
    }

    private static function value(string $file, string $sql): mixed
    {
        $found = self::database($file)->query($sql);

        return false === $found ? null : $found->fetchColumn();
    }

    private static function database(string $file): \PDO
    {
        return new \PDO("sqlite:{$file}", null, null, [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
    }

    /** @return list<string> every document that shows, and every revision of one */
    private static function content(string $file): array
    {
        $rows = [];
        foreach (
            [
                'SELECT id, kind, name, version, created_at, changed_at, changed_by, length(text), text, good_text = text, CASE WHEN '
                    .'good_text = text THEN \'\' ELSE good_text END, beside FROM document WHERE deleted_at IS NULL ORDER BY id',
                'SELECT document, number, name, begun_at, at, author, what, text FROM revision WHERE document IN (SELECT id FROM document '
                    .'WHERE deleted_at IS NULL) ORDER BY document, number',
            ] as $sql
        ) {
            foreach (self::database($file)->query($sql) ?: [] as $row) {
                $rows[] = json_encode(
                    array_map(
                        static fn (mixed $cell): mixed => \is_string($cell) && \strlen($cell) > 500 ? md5($cell) : $cell,
                        array_filter((array) $row, is_int(...), \ARRAY_FILTER_USE_KEY),
                    ),
                    \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
                );
            }
        }

        return $rows;
    }

    /** @return array{int, string, string} exit status, output, errors */
    private function zigzag(string $arguments, string $database, ?string $memory = null): array
    {
        $process = $this->process($arguments, $database, $memory);
        $process->run();

        return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
    }

    private function process(string $arguments, string $database, ?string $memory = null): Process
    {
        $php = null === $memory ? ['bin/zigzag'] : [\PHP_BINARY, '-d', "memory_limit={$memory}", '-d', 'display_errors=stderr', 'src/zigzag.php'];

        return new Process(
            [...$php, ...explode(' ', $arguments)],
            \dirname(__DIR__, 2),
            ['APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'ZIGZAG_DATABASE' => $database],
            timeout: 120,
        );
    }

    private function whole(): string
    {
        $this->browser->request('GET', '/api/everything');

        return $this->browser->getInternalResponse()->getContent();
    }

    /** A backup of a library with one document. */
    private function one(): string
    {
        $database = "{$this->folder}/one.sqlite";
        $this->zigzag("everything out {$this->folder}/none.zip", $database);
        self::insert($database, 'abcdefabcdefabcd', 'rulebook', 'One', str_repeat("# one\n", 10_000), '', [1 => 'x', 2 => 'y']);
        $this->zigzag("everything out {$this->folder}/one.zip", $database);

        return (string) file_get_contents("{$this->folder}/one.zip");
    }

    /** @param callable(array<mixed>): list<array<mixed>> $alter makes the list of documents of the first */
    private function altered(string $zip, callable $alter): string
    {
        $file = "{$this->folder}/altered.zip";
        file_put_contents($file, $zip);
        $archive = new \ZipArchive();
        self::assertTrue($archive->open($file));
        $manifest = json_decode((string) $archive->getFromName('manifest.json'), true);
        self::assertIsArray($manifest);
        $first = $this->at($manifest, 'documents.0');
        self::assertIsArray($first);
        $archive->addFromString('manifest.json', (string) json_encode(['documents' => $alter($first)] + $manifest));
        $archive->close();

        return (string) file_get_contents($file);
    }
}

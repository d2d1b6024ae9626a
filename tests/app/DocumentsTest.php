<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Kernel;
use PHPUnit\Framework\TestCase;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\NullOutput;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use ZigzagPost\Tests\Core\Cases;

/** Documents: their history, copies, what was deleted, and everything in one file. */
final class DocumentsTest extends TestCase
{
    private const BOOK = "port keys in\nport moths out\nrule \"Through\"\n  take note\n  send moths\n";

    private KernelBrowser $browser;
    private string $database;
    private mixed $usual = null;

    protected function setUp(): void
    {
        $this->usual = $_SERVER['ZIGZAG_DATABASE'] ?? null;
        $this->database = \dirname(__DIR__, 2).'/var/test/documents.sqlite';
        $this->begin();
    }

    protected function tearDown(): void
    {
        if (null === $this->usual) {
            unset($_SERVER['ZIGZAG_DATABASE'], $_ENV['ZIGZAG_DATABASE']);
        } else {
            $_SERVER['ZIGZAG_DATABASE'] = $_ENV['ZIGZAG_DATABASE'] = $this->usual;
        }
    }

    public function testTheHistoryTellsWhoDidWhatAndBringsBack(): void
    {
        $id = $this->made('Mine', self::BOOK, 'Ada');
        $this->call('PUT', "/api/documents/{$id}", ['name' => 'Mine', 'text' => self::BOOK."# one\n", 'version' => 1], 200, 'Ada');
        $this->call('PUT', "/api/documents/{$id}", ['name' => 'Mine', 'text' => self::BOOK."# one\n# two\n", 'version' => 2], 200, 'Ada');
        $this->call(
            'PUT',
            "/api/documents/{$id}",
            ['name' => 'Mine', 'text' => str_replace('moths', 'gulls', self::BOOK), 'version' => 3],
            200,
            'Bo',
        );
        $this->call(
            'PUT',
            "/api/documents/{$id}",
            ['name' => 'Yours', 'text' => str_replace('moths', 'gulls', self::BOOK), 'version' => 4],
            200,
            'Bo',
        );
        $history = $this->call('GET', "/api/documents/{$id}/revisions", null, 200);
        self::assertSame(
            [[5, 'Bo', 'renamed'], [4, 'Bo', 'written'], [3, 'Ada', 'written'], [1, 'Ada', 'made']],
            array_map(static fn (mixed $each): array => \is_array($each) ? [$each['number'], $each['by'], $each['what']] : [], $history),
            'what one person writes in one go is one version',
        );
        $version = $this->call('GET', "/api/documents/{$id}/revisions/4", null, 200);
        self::assertSame(
            ['-port moths out', '+port gulls out', '-  send moths', '-# one', '-# two', '+  send gulls'],
            array_map(
                static fn (mixed $change): string => \is_array($change) && \is_string($change['sign']) && \is_string($change['text'])
                    ? $change['sign'].$change['text']
                    : '',
                (array) $version['changes'],
            ),
        );

        $this->call('POST', "/api/documents/{$id}/revisions/3/restore", ['version' => 4], 409, 'Ada');
        $back = $this->call('POST', "/api/documents/{$id}/revisions/3/restore", ['version' => 5], 200, 'Ada');
        self::assertSame([6, 'Mine', self::BOOK."# one\n# two\n", 'Ada'], [$back['version'], $back['name'], $back['text'], $back['changedBy']]);
        self::assertCount(5, $this->call('GET', "/api/documents/{$id}/revisions", null, 200));
        self::assertSame(6, $this->call('GET', "/api/documents/{$id}/version", null, 200)['version']);
        $this->call('GET', "/api/documents/{$id}/revisions/2", null, 404);
    }

    public function testCopiesAndDeletionsAndFiles(): void
    {
        $id = $this->made('Mine', self::BOOK, 'Ada');
        $copy = $this->call('POST', "/api/documents/{$id}/duplicate", null, 201, 'Bo');
        self::assertSame(['Mine (copy)', self::BOOK, 1, 'Bo'], [$copy['name'], $copy['text'], $copy['version'], $copy['changedBy']]);
        $this->browser->request('DELETE', "/api/documents/{$id}");
        $this->call('GET', "/api/documents/{$id}", null, 404);
        $this->call('PUT', "/api/documents/{$id}", ['name' => 'Mine', 'text' => '', 'version' => 1], 404);
        self::assertSame([$id], array_column($this->call('GET', '/api/documents?kind=rulebook&deleted=1', null, 200), 'id'));
        $this->call('POST', "/api/documents/{$id}/restore", null, 200);
        self::assertCount(2, $this->call('GET', '/api/documents?kind=rulebook', null, 200));
        $this->browser->request('GET', "/api/documents/{$id}/file");
        self::assertSame(self::BOOK, $this->browser->getResponse()->getContent());
        self::assertSame(201, $this->upload('/api/documents/import', 'brought.book', self::BOOK)[0]);
        [$status, $answer] = $this->upload('/api/documents/import', 'x.book', "\xFF\x00");
        self::assertSame([422, 'x.book: this is not UTF-8 text, as a rulebook is'], [$status, $answer['error']]);
        [$status, $answer] = $this->upload('/api/documents/import', 'y.book', "hello\nthere\n");
        self::assertSame(422, $status);
        self::assertIsString($answer['error']);
        self::assertStringContainsString('y.book: line 1', $answer['error']);
        $this->call('POST', '/api/documents', ['kind' => 'poem', 'name' => 'x', 'text' => ''], 400);
        $this->call('POST', '/api/documents', ['kind' => 'tape', 'name' => 'x', 'text' => "0 keys 90 3C\nnonsense\n"], 422);
    }

    public function testEverythingGoesOutAndComesBackEqual(): void
    {
        $id = $this->made("Müller's \"Mine\" / 🎹", self::BOOK, 'Ada');
        $this->call('PUT', "/api/documents/{$id}", ['name' => 'Mine', 'text' => 'half writ', 'version' => 1], 200, 'Bo');
        $this->made('Empty', '', '');
        $this->upload('/api/tapes', 'a.tape', "0.000 keys 90 3C 64\n5.000 keys 80 3C 40\n");
        $before = $this->everything();
        $zip = $this->zip();
        self::assertSame(['new' => 0, 'same' => 3, 'beside' => 0], $this->upload('/api/everything', 'all.zip', $zip)[1]);
        self::assertSame($before, $this->everything());
        $this->call('PUT', "/api/documents/{$id}", ['name' => 'Mine', 'text' => 'later', 'version' => 2], 200);
        self::assertSame(['new' => 0, 'same' => 2, 'beside' => 1], $this->upload('/api/everything', 'all.zip', $zip)[1]);
        self::assertSame('later', $this->call('GET', "/api/documents/{$id}", null, 200)['text']);

        $this->begin();
        self::assertSame(['new' => 3, 'same' => 0, 'beside' => 0], $this->upload('/api/everything', 'all.zip', $zip)[1]);
        self::assertSame($before, $this->everything());
    }

    public function testDamagedAndForeignFilesChangeNothing(): void
    {
        $this->made('Mine', self::BOOK, 'Ada');
        $zip = $this->zip();
        $this->begin();
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        $refused = 0;
        for ($i = 0; $i < Cases::number(120); ++$i) {
            $bytes = match ($i % 4) {
                0 => substr($zip, 0, $random->getInt(0, \strlen($zip) - 1)),
                1 => $random->getBytes($random->getInt(1, 2000)),
                2 => self::withManifest($zip, $i, $random),
                default => substr_replace($zip, $random->getBytes(3), $random->getInt(0, \strlen($zip) - 3), 3),
            };
            [$status, $answer] = $this->upload('/api/everything', 'all.zip', $bytes);
            if (200 === $status) {
                // a byte that means nothing, such as a time of day
                self::assertSame(['new' => 1, 'same' => 0, 'beside' => 0], $answer);
                self::assertSame([self::BOOK], array_column($this->everything(), 'text'));
                $this->begin();
                continue;
            }
            ++$refused;
            self::assertSame(422, $status, (string) json_encode($answer));
            self::assertIsString($answer['error']);
            self::assertStringStartsWith('all.zip: ', $answer['error']);
            self::assertSame([], $this->everything());
        }
        self::assertGreaterThan(80, $refused);
    }

    /** The same file with one thing in its manifest that is not as it should be. */
    private static function withManifest(string $zip, int $case, \Random\Randomizer $random): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zigzag-');
        file_put_contents($path, $zip);
        $archive = new \ZipArchive();
        $archive->open($path);
        $manifest = json_decode((string) $archive->getFromName('manifest.json'), true);
        \assert(
            \is_array($manifest)
                && \is_array($manifest['documents'])
                && \is_array($manifest['documents'][0])
                && \is_array($manifest['documents'][0]['revisions'])
                && \is_array($manifest['documents'][0]['revisions'][0]),
        );
        $wrong = [null, '../../etc/passwd', -1, [], str_repeat('x', 500), 'nonsense'][$random->getInt(0, 5)];
        $document = &$manifest['documents'][0];
        match ($case % 5) {
            0 => ($document[['id', 'kind', 'version', 'createdAt', 'changedAt', 'file', 'sum'][$random->getInt(0, 6)]] = $wrong),
            1 => ($document['revisions'][0][['number', 'begunAt', 'at', 'file', 'sum'][$random->getInt(0, 4)]] = $wrong),
            2 => ($manifest['documents'][] = $document),
            3 => ($manifest['format'] = $wrong),
            default => ($manifest['documents'] = 'none'),
        };
        $archive->addFromString('manifest.json', (string) json_encode($manifest));
        $archive->close();
        $changed = (string) file_get_contents($path);
        unlink($path);

        return $changed;
    }

    private function begin(): void
    {
        (new Filesystem())->remove([$this->database, "{$this->database}-wal", "{$this->database}-shm"]);
        $_SERVER['ZIGZAG_DATABASE'] = $_ENV['ZIGZAG_DATABASE'] = $this->database;
        $kernel = new Kernel('test', false);
        $application = new Application($kernel);
        $application->setAutoExit(false);
        self::assertSame(
            0,
            $application->run(
                new ArrayInput(['command' => 'doctrine:migrations:migrate', '--no-interaction' => true, '--quiet' => true]),
                new NullOutput(),
            ),
        );
        $this->browser = new KernelBrowser($kernel, ['HTTP_HOST' => 'localhost']);
        $this->browser->disableReboot();
    }

    private function made(string $name, string $text, string $by): string
    {
        $id = $this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => $name, 'text' => $text], 201, $by)['id'];

        return \is_string($id) ? $id : '';
    }

    /** @return list<array<mixed>> every document whole, with its history */
    private function everything(): array
    {
        $all = [];
        foreach ($this->call('GET', '/api/documents', null, 200) as $listed) {
            $id = \is_array($listed) && \is_string($listed['id']) ? $listed['id'] : '';
            $all[$id] = $this->call('GET', "/api/documents/{$id}", null, 200) + [
                'history' => $this->call('GET', "/api/documents/{$id}/revisions", null, 200),
            ];
        }
        ksort($all);

        return array_values($all);
    }

    private function zip(): string
    {
        $this->browser->request('GET', '/api/everything');

        return $this->browser->getInternalResponse()->getContent();
    }

    /** @return array{int, array<mixed>} status and answer */
    private function upload(string $path, string $name, string $content): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'zigzag-');
        file_put_contents($file, $content);
        $this->browser->request('POST', $path, files: ['file' => new UploadedFile($file, $name, test: true)]);
        $answer = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return [$this->browser->getResponse()->getStatusCode(), \is_array($answer) ? $answer : []];
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<mixed>
     */
    private function call(string $method, string $path, ?array $body, int $status, string $by = ''): array
    {
        $this->browser->request(
            $method,
            $path,
            server: ['CONTENT_TYPE' => 'application/json', 'HTTP_X_AUTHOR' => rawurlencode($by)],
            content: null === $body ? null : json_encode((object) $body, \JSON_THROW_ON_ERROR),
        );
        self::assertSame($status, $this->browser->getResponse()->getStatusCode(), (string) $this->browser->getResponse()->getContent());
        $answer = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return \is_array($answer) ? $answer : [];
    }
}

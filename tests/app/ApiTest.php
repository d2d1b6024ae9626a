<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use Doctrine\DBAL\Connection;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Routing\RouterInterface;

/** The API, against its own description. */
final class ApiTest extends ApiTestCase
{
    private const BOOK = "port keys in\nport moths out\nrule \"Through\"\n  take note\n  set channel = 3\n  send moths\n";

    public function testTheDescriptionNamesEveryRouteAndNoOther(): void
    {
        $described = [];
        foreach ($this->description()['paths'] as $path => $operations) {
            foreach (array_intersect(array_keys($operations), ['get', 'put', 'post', 'delete']) as $method) {
                $described[] = strtoupper((string) $method)." {$path}";
            }
        }
        $router = self::getContainer()->get('router');
        self::assertInstanceOf(RouterInterface::class, $router);
        $routes = [];
        foreach ($router->getRouteCollection() as $route) {
            foreach ($route->getMethods() as $method) {
                if (str_starts_with($route->getPath(), '/api')) {
                    $routes[] = "{$method} {$route->getPath()}";
                }
            }
        }
        self::assertEqualsCanonicalizing($routes, $described);
    }

    public function testTheDatabaseIsWrittenToALogFirst(): void
    {
        $connection = self::getContainer()->get(Connection::class);
        self::assertInstanceOf(Connection::class, $connection);
        self::assertSame(['wal', 2], [$connection->fetchOne('PRAGMA journal_mode'), $connection->fetchOne('PRAGMA synchronous')]);
    }

    public function testARulebookIsStoredAndNeverOverwrittenUnseen(): void
    {
        $book = $this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Mine', 'text' => self::BOOK], 201, 'Document');
        $path = "/api/documents/{$this->text($book, 'id')}";
        $changed = $this->call('PUT', $path, ['name' => 'Mine', 'text' => 'port a in', 'version' => 1], 200, 'Document');
        self::assertSame(2, $changed['version']);
        $refused = $this->call('PUT', $path, ['name' => 'Mine', 'text' => 'port b in', 'version' => 1], 409, 'Conflict');
        self::assertIsArray($refused['current']);
        self::assertSame('port a in', $refused['current']['text']);
        self::assertSame('port a in', $this->call('GET', $path, null, 200, 'Document')['text']);
        $this->call('DELETE', $path, null, 204);
        $this->call('GET', $path, null, 404, 'Problem');
        $this->call('PUT', $path, ['name' => 'Mine', 'text' => '', 'version' => 2], 404, 'Problem');
    }

    public function testTheListAndTheDemoShow(): void
    {
        $list = $this->call('GET', '/api/documents?kind=rulebook', null, 200);
        self::assertContains('The Salt Ferry', array_column($list, 'name'));
        $tapes = $this->call('GET', '/api/tapes', null, 200);
        self::assertContains('rehearsal.tape', array_column($tapes, 'name'));
        $welcome = $this->call('GET', '/api/welcome', null, 200);
        self::assertContains($welcome['tape'], array_keys(array_column($tapes, 'name', 'id'), 'rehearsal.tape', true));
        self::assertContains($welcome['rig'], array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id'));
    }

    public function testCheckAndFormat(): void
    {
        $checked = $this->call('POST', '/api/check', ['text' => str_replace('send moths', 'send mots', self::BOOK)], 200, 'Checked');
        self::assertFalse($checked['runs']);
        self::assertIsArray($checked['findings']);
        self::assertSame('Write "moths"', $this->at($checked, 'findings.0.fixes.0.title'));
        self::assertStringContainsString(
            "rule \"Through\"\n  take note",
            $this->text($this->call('POST', '/api/format', ['text' => self::BOOK], 200, 'Text'), 'text'),
        );
        $this->call('POST', '/api/format', ['text' => 'sned'], 422, 'Problem');
    }

    public function testANameIsChangedWhereverItStands(): void
    {
        $line = 1 + substr_count(strstr(self::BOOK, 'send moths', true) ?: '', "\n");
        $renamed = $this->call('POST', '/api/rename', ['text' => self::BOOK, 'line' => $line, 'column' => 9, 'name' => 'owls'], 200, 'Renamed');
        self::assertSame(['port', 'moths'], [$renamed['what'], $renamed['name']]);
        self::assertCount(substr_count(self::BOOK, 'moths'), \is_array($renamed['edits']) ? $renamed['edits'] : []);
        self::assertStringContainsString(
            'already a port "keys"',
            $this->text(
                $this->call('POST', '/api/rename', ['text' => self::BOOK, 'line' => $line, 'column' => 9, 'name' => 'keys'], 422, 'Problem'),
                'error',
            ),
        );
        self::assertStringContainsString(
            'no name',
            $this->text($this->call('POST', '/api/rename', ['text' => '', 'line' => 1, 'column' => 1, 'name' => 'x'], 422, 'Problem'), 'error'),
        );
    }

    public function testABenchPlaysChangesItsRulesAndPanics(): void
    {
        $path = $this->openBench(self::BOOK);
        $news = $this->play($path, 1, [['do' => 'play', 'timeUs' => 5, 'port' => 'keys', 'control' => 'key 60', 'value' => 100]]);
        self::assertSame('92 3C 64', $this->at($news, 'records.0.visits.0.outs.0.bytes'));
        self::assertSame('C4', $this->at($news, 'receivers.0.view.voices.0.name'));
        self::assertSame([['bytes' => '90 3C 64', 'timeUs' => 5, 'port' => 'keys']], $news['came']);

        self::assertNull($this->call('POST', '/api/check', ['text' => str_replace('send', 'sned', self::BOOK)], 200, 'Checked')['book']);
        $book = $this->call('POST', '/api/check', ['text' => str_replace('channel = 3', 'channel = 5', self::BOOK)], 200, 'Checked')['book'];
        $news = $this->play($path, 2, [
            ['do' => 'rules', 'timeUs' => 20, 'book' => $book],
            ['do' => 'play', 'timeUs' => 30, 'port' => 'keys', 'bytes' => '80 3C 40'],
        ]);
        self::assertSame('82 3C 40', $this->at($news, 'records.0.visits.0.outs.0.bytes'), 'the note ends where it began');
        self::assertSame('keys', $this->at($news, 'senders.0.ports.0'));

        $this->play($path, 3, [['do' => 'play', 'timeUs' => 35, 'port' => 'keys', 'bytes' => '90 3C 40']]);
        $news = $this->play($path, 4, [['do' => 'panic', 'timeUs' => 40]]);
        self::assertSame([null, null, null, null], $this->at($news, 'receivers.0.view.voices'));
        $this->call('POST', '/api/bench/0123456789abcdef/play', ['request' => 1, 'gestures' => [], 'nowUs' => 0], 404, 'Problem');
        $this->call('GET', '/api/bench/nothing', null, 404, 'Problem');
    }

    public function testAGestureCountsOnceHoweverOftenItIsSent(): void
    {
        $path = $this->openBench(
            "port keys in\nport moths out\nmemory n = 0\nrule \"Count\"\n  take cc 80\n  press\n  remember n = n + 1\n  send moths\n",
        );
        $press = ['number' => 1, 'do' => 'play', 'timeUs' => 5, 'port' => 'keys', 'bytes' => 'B0 50 7F'];
        $first = $this->call('POST', "{$path}/play", ['request' => 1, 'gestures' => [$press], 'nowUs' => 10], 200, 'News');
        $again = $this->call('POST', "{$path}/play", ['request' => 1, 'gestures' => [$press], 'nowUs' => 10], 200, 'News');
        self::assertSame($first, $again, 'a lost answer is had again');
        $other = $this->call('POST', "{$path}/play", ['request' => 2, 'gestures' => [$press, ['number' => 2] + $press], 'nowUs' => 20], 200, 'News');
        self::assertSame([2, 2], [$this->at($other, 'memories.0.value'), $other['heard']]);
        $this->call('POST', "{$path}/play", ['request' => 1, 'gestures' => [], 'nowUs' => 30], 409, 'Problem');
        $whole = $this->call('GET', $path, null, 200, 'Bench');
        self::assertSame([2, 2, 2], [$whole['heard'], $whole['request'], $this->at($whole, 'memories.0.value')]);
    }

    public function testWhatCannotBeDoneIsToldAndTheRestIsDone(): void
    {
        $path = $this->openBench(self::BOOK);
        $news = $this->play($path, 1, [
            ['do' => 'play', 'timeUs' => 1, 'port' => 'harp', 'bytes' => '90 3C 64'],
            ['do' => 'scene', 'timeUs' => 2, 'scene' => 7],
            ['do' => 'rules', 'timeUs' => 3, 'book' => str_repeat('0', 32)],
            ['do' => 'play', 'timeUs' => 4, 'port' => 'keys', 'bytes' => '90 3C 64'],
        ]);
        self::assertIsArray($news['told']);
        self::assertCount(3, $news['told']);
        self::assertSame('92 3C 64', $this->at($news, 'records.0.visits.0.outs.0.bytes'));
    }

    public function testALongSilenceEndsNoBench(): void
    {
        $path = $this->openBench(
            "port keys in\nport moths out\nclock lead\n  tempo 120\n  send moths\nrule \"Go\"\n  take cc 80\n  start lead\nrule \"Play\"\n  "
                ."take note\n  send moths\n",
        );
        $this->play($path, 1, [['do' => 'play', 'timeUs' => 0, 'port' => 'keys', 'bytes' => 'B0 50 7F']]);
        $fiveHours = 18_000_000_000;
        $news = $this->call('POST', "{$path}/play", ['request' => 2, 'gestures' => [], 'nowUs' => $fiveHours], 200, 'News');
        self::assertStringContainsString('jumped on after a long silence', (string) json_encode($news['told']));
        self::assertIsArray($news['late']);
        self::assertLessThan(200, \count($news['late']));
        self::assertGreaterThan($fiveHours, $news['nextDueUs'], 'and it goes on');
        $news = $this->play($path, 3, [
            ['do' => 'play', 'timeUs' => 2 * $fiveHours, 'port' => 'keys', 'bytes' => '90 3C 64'],
            ['do' => 'panic', 'timeUs' => 4 * $fiveHours],
        ]);
        self::assertSame([null, null, null, null], $this->at($news, 'receivers.0.view.voices'));
    }

    public function testVeryMuchAtOnceIsShownInPartOnly(): void
    {
        $path = $this->openBench(self::BOOK);
        $news = $this->play($path, 1, [['do' => 'play', 'timeUs' => 0, 'port' => 'keys', 'bytes' => trim(str_repeat('90 3C 64 ', 5000))]]);
        self::assertIsArray($news['records']);
        self::assertCount(2000, $news['records']);
        self::assertStringContainsString('3000 messages are not shown', (string) json_encode($news['told']));
        $this->call(
            'POST',
            "{$path}/play",
            [
                'request' => 2,
                'gestures' => [['number' => 99, 'do' => 'play', 'timeUs' => 0, 'port' => 'keys', 'bytes' => trim(str_repeat('90 3C 64 ', 90_000))]],
                'nowUs' => 0,
            ],
            413,
            'Problem',
        );
    }

    public function testTapesAndRulebooksCanBeBroughtBack(): void
    {
        $tape = $this->upload('gone.tape', "0 keys 90 3C 64\n", 201);
        $book = $this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Gone', 'text' => self::BOOK], 201, 'Document');
        foreach (["/api/tapes/{$this->text($tape, 'id')}", "/api/documents/{$this->text($book, 'id')}"] as $path) {
            $list = \dirname($path);
            $this->call('DELETE', $path, null, 204);
            self::assertNotContains(basename($path), array_column($this->call('GET', $list, null, 200), 'id'));
            $this->call('DELETE', $path, null, 404, 'Problem');
            $this->call('POST', "{$path}/restore", [], 200);
            self::assertContains(basename($path), array_column($this->call('GET', $list, null, 200), 'id'));
        }
    }

    public function testATextIsStoredFirstAndJudgedAfterwards(): void
    {
        $book = $this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Judged', 'text' => self::BOOK], 201, 'Document');
        self::assertSame('', $book['goodText']);
        $path = "/api/documents/{$this->text($book, 'id')}";
        self::assertSame(self::BOOK, $this->call('POST', "{$path}/good", ['version' => 1], 200, 'Document')['goodText']);
        $this->call('PUT', $path, ['name' => 'Judged', 'text' => 'sned', 'version' => 1], 200, 'Document');
        self::assertSame(
            self::BOOK,
            $this->call('POST', "{$path}/good", ['version' => 2], 200, 'Document')['goodText'],
            'a text with errors is not good',
        );
    }

    public function testARunWhoseResultIsNotWholeIsRefused(): void
    {
        $tape = $this->upload('a.tape', "0 keys 90 3C 64 F8\n500 keys 80 3C 40\n", 201);
        $run = $this->call('POST', '/api/runs', ['text' => self::BOOK, 'tape' => $this->text($tape, 'id')], 201, 'Run');
        $path = "/api/runs/{$this->text($run, 'id')}";
        $this->call('POST', "{$path}/continue", [], 200, 'Run');
        $file = \dirname(__DIR__, 2)."/var/test/zigzag.runs/{$this->text($run, 'id')}.tape";
        file_put_contents($file, substr((string) file_get_contents($file), 0, -5));
        self::assertStringContainsString('not here whole', $this->text($this->call('GET', "{$path}/download", null, 422, 'Problem'), 'error'));
        unlink($file);
        $this->call('GET', "{$path}/download", null, 422, 'Problem');
    }

    public function testAnswersCarryTheirLengthAndJsonItsType(): void
    {
        $this->call('GET', '/api/documents?kind=rulebook', null, 200);
        $response = $this->browser->getResponse();
        self::assertSame((string) \strlen((string) $response->getContent()), $response->headers->get('Content-Length'));
        $this->browser->request('POST', '/api/check', server: ['CONTENT_TYPE' => 'text/plain'], content: '{"text": ""}');
        self::assertSame(415, $this->browser->getResponse()->getStatusCode());
    }

    public function testATapeIsUploadedRunAndDownloadedInEachFormat(): void
    {
        $tape = $this->upload('a.tape', "0 keys 90 3C 64 F8\n500 keys 80 3C 40\n", 201);
        self::assertSame([3, 500_000], [$tape['events'], $tape['lengthUs']]);
        $events = $this->call('GET', "/api/tapes/{$this->text($tape, 'id')}/events", null, 200);
        self::assertSame(['timeUs' => 0, 'port' => 'keys', 'bytes' => '90 3C 64'], $events[0]);

        $run = $this->call('POST', '/api/runs', ['text' => self::BOOK, 'tape' => $this->text($tape, 'id')], 201, 'Run');
        $path = "/api/runs/{$this->text($run, 'id')}";
        $this->call('GET', "{$path}/download", null, 422, 'Problem');
        $done = $this->call('POST', "{$path}/continue", [], 200, 'Run');
        self::assertSame([true, 3, 2], [$done['isDone'], $done['eventsIn'], $done['eventsOut']]);
        $this->browser->request('GET', "{$path}/download?format=tape");
        self::assertSame("# zigzag tape 1\n0.000 moths 92 3C 64\n500.000 moths 82 3C 40\n", $this->browser->getResponse()->getContent());
        $this->browser->request('GET', "{$path}/download?format=mid");
        self::assertStringStartsWith('MThd', (string) $this->browser->getResponse()->getContent());
        $this->browser->request('GET', "{$path}/download?format=csv");
        self::assertStringStartsWith('0, 0, Header, 1', (string) $this->browser->getResponse()->getContent());
        self::assertSame('attachment; filename=a-translated.csv', $this->browser->getResponse()->headers->get('Content-Disposition'));

        $other = $this->upload('b.tape', "0 harp 90 3C 64\n", 201);
        $refused = $this->call('POST', '/api/runs', ['text' => self::BOOK, 'tape' => $this->text($other, 'id')], 422, 'Problem');
        self::assertSame(['keys'], $refused['ports']);
        $this->call('POST', '/api/runs', ['text' => self::BOOK, 'tape' => $this->text($other, 'id'), 'port' => 'keys'], 201, 'Run');
        $this->call('DELETE', "/api/tapes/{$this->text($tape, 'id')}", null, 204);
    }

    public function testBadUploadsAreRefusedWithAReason(): void
    {
        self::assertStringContainsString('bad.mid: byte 0: not a Standard MIDI File', $this->text($this->upload('bad.mid', 'RIFF', 422), 'error'));
        self::assertStringContainsString('bad.tape:2', $this->text($this->upload('bad.tape', "0 a F8\nx", 422), 'error'));
        self::assertStringContainsString('no MIDI messages', $this->text($this->upload('empty.tape', '', 422), 'error'));
        self::assertStringContainsString('larger than 8 MiB', $this->text($this->upload('huge.tape', str_repeat('#', 8_400_000), 413), 'error'));
        $this->call('POST', '/api/tapes', null, 400, 'Problem');
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function badBodies(): iterable
    {
        yield 'no JSON' => ['/api/check', '{', 'is not JSON'];
        yield 'no object' => ['/api/check', '"text"', 'JSON object'];
        yield 'no text' => ['/api/check', '{}', '"text" is missing'];
        yield 'a number for text' => ['/api/check', '{"text": 5}', '"text" should be text'];
        yield 'no name' => ['/api/documents', '{"kind": "rulebook", "name": " ", "text": ""}', 'needs a name'];
        yield 'no gestures' => ['/api/bench/x/play', '{"request": 1, "nowUs": 1, "gestures": {"a": 1}}', '"gestures" should be a list'];
        yield 'a time out of range' => ['/api/bench/x/play', '{"request": 1, "nowUs": -1, "gestures": []}', '"nowUs" should be a whole number'];
        yield 'no number' => [
            '/api/bench/x/play',
            '{"request": 1, "nowUs": 1, "gestures": [{"timeUs": 1}]}',
            '"gestures[0].number" should be a whole number',
        ];
        yield 'too deep' => ['/api/check', str_repeat('[', 100).str_repeat(']', 100), 'is not JSON'];
    }

    #[DataProvider('badBodies')]
    public function testBadRequestsSayWhatIsWrong(string $path, string $body, string $says): void
    {
        $this->browser->request('POST', $path, server: ['CONTENT_TYPE' => 'application/json'], content: $body);
        self::assertSame(400, $this->browser->getResponse()->getStatusCode());
        self::assertStringContainsString($says, $this->text($this->answer(), 'error'));
    }

    public function testForeignHostsAndOriginsAreRefused(): void
    {
        $this->browser->request('GET', '/api/documents', server: ['HTTP_HOST' => 'evil.example']);
        self::assertSame(421, $this->browser->getResponse()->getStatusCode());
        foreach ([['HTTP_ORIGIN' => 'http://evil.example'], ['HTTP_ORIGIN' => 'null'], ['HTTP_SEC_FETCH_SITE' => 'cross-site']] as $server) {
            $this->browser->request('POST', '/api/check', server: $server + ['CONTENT_TYPE' => 'application/json'], content: '{"text": ""}');
            self::assertSame(403, $this->browser->getResponse()->getStatusCode());
        }
        $this->browser->request(
            'POST',
            '/api/check',
            server: ['HTTP_ORIGIN' => 'http://127.0.0.1', 'CONTENT_TYPE' => 'application/json'],
            content: '{"text": ""}',
        );
        self::assertSame(200, $this->browser->getResponse()->getStatusCode());
        $headers = $this->browser->getResponse()->headers;
        self::assertStringContainsString("default-src 'none'", (string) $headers->get('Content-Security-Policy'));
        self::assertFalse($headers->has('Access-Control-Allow-Origin'));
    }
}

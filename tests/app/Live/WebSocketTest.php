<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\Screen\Changes;
use App\Live\Screen\PictureSocket;
use App\Live\Screen\WebSocket;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;

/** WebSockets by the examples of RFC 6455, and the pictures that go through them. */
final class WebSocketTest extends TestCase
{
    private const KEY = 'dGhlIHNhbXBsZSBub25jZQ==';
    private const REQUEST = "GET /watched HTTP/1.1\r\nHost: localhost\r\nUpgrade: websocket\r\nConnection: Upgrade\r\n"
        .'Sec-WebSocket-Key: '.self::KEY."\r\nSec-WebSocket-Version: 13\r\n\r\n";

    public function testHandsAreShakenAsInTheStandard(): void
    {
        $socket = new WebSocket();
        $socket->say('too early');
        foreach (str_split(self::REQUEST) as $byte) {
            self::assertFalse($socket->isOpen());
            self::assertSame('', $socket->out);
            $socket->take($byte);
        }
        self::assertTrue($socket->isOpen());
        self::assertStringStartsWith("HTTP/1.1 101 Switching Protocols\r\n", $socket->out);
        self::assertStringContainsString("Sec-WebSocket-Accept: s3pPLMBiTxaQ9kYGzzhZRbK+xOo=\r\n", $socket->out);
        self::assertStringEndsWith("\r\n\r\n", $socket->out);
    }

    /** @return iterable<string, array{string}> */
    public static function requestsThatAreNone(): iterable
    {
        yield 'a page' => ["GET / HTTP/1.1\r\nHost: localhost\r\n\r\n"];
        yield 'another version' => [str_replace('Version: 13', 'Version: 8', self::REQUEST)];
        yield 'no key' => [str_replace('Sec-WebSocket-Key', 'X-Key', self::REQUEST)];
        yield 'a short key' => [str_replace(self::KEY, 'dGhl', self::REQUEST)];
        yield 'a key that is none' => [str_replace(self::KEY, '????', self::REQUEST)];
        yield 'something else asked for' => [str_replace('Upgrade: websocket', 'Upgrade: h2c', self::REQUEST)];
        yield 'never ending' => [str_repeat('x', 16385)];
    }

    #[DataProvider('requestsThatAreNone')]
    public function testWhatIsNoWebSocketIsRefused(string $request): void
    {
        $socket = new WebSocket();
        $socket->take($request);
        self::assertFalse($socket->isOpen());
        self::assertTrue($socket->isOver());
        self::assertStringStartsWith('HTTP/1.1 400 ', $socket->out);
        $socket->take(self::REQUEST);
        self::assertFalse($socket->isOpen());
    }

    public function testTextsGoOutInFramesOfEveryLength(): void
    {
        $socket = self::open();
        $socket->say('Hello');
        self::assertSame('810548656c6c6f', bin2hex($socket->out));
        foreach ([125 => '817d', 126 => '817e007e', 256 => '817e0100', 65535 => '817effff', 65536 => '817f0000000000010000'] as $length => $head) {
            $socket->out = '';
            $socket->say(str_repeat('.', $length));
            self::assertSame($head, bin2hex(substr($socket->out, 0, -$length)));
        }
    }

    public function testAPingIsAnsweredAndAGoodbyeToo(): void
    {
        $socket = self::open();
        $ping = (string) hex2bin('898537fa213d7f9f4d5158');
        $socket->take(substr($ping, 0, 3));
        self::assertSame('', $socket->out);
        $socket->take(substr($ping, 3).(string) hex2bin('818537fa213d7f9f4d5158'));
        self::assertSame('8a0548656c6c6f', bin2hex($socket->out));
        $socket->out = '';
        $socket->take((string) hex2bin('88820000000003e8'));
        self::assertSame('880203e8', bin2hex($socket->out));
        self::assertTrue($socket->isOver());
        $socket->say('too late');
        self::assertSame('880203e8', bin2hex($socket->out));
    }

    public function testWhatIsNotMaskedOrTooLongEndsIt(): void
    {
        $socket = self::open();
        $socket->take((string) hex2bin('810548656c6c6f'));
        self::assertSame('880203ea', bin2hex($socket->out));
        self::assertTrue($socket->isOver());
        foreach (['81fe0401' => '880203f1', '81fe0400' => '', '81ff' => '', '81fe' => ''] as $head => $answer) {
            $socket = self::open();
            $socket->take((string) hex2bin((string) $head));
            self::assertSame('81ff' === (string) $head ? '' : $answer, bin2hex($socket->out), (string) $head);
        }
    }

    public function testRandomBytesAreSurvived(): void
    {
        for ($case = 0; $case < 300; ++$case) {
            $socket = 0 === $case % 2 ? self::open() : new WebSocket();
            for ($piece = 0; $piece < 20; ++$piece) {
                $socket->take(random_bytes(random_int(1, 300)));
            }
            self::assertLessThan(10_000, \strlen($socket->out));
        }
    }

    public function testPagesSeeAPictureAndWhatChangesOfIt(): void
    {
        $folder = sys_get_temp_dir().'/pictures-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        $pictures = new PictureSocket($folder);
        $pictures->listen();
        self::assertSame(0o600, fileperms("{$folder}/".PictureSocket::FILE) & 0o777);
        $first = self::page($folder);
        $pictures->serve();
        self::assertSame([], self::told($first));
        $pictures->show('{"scene":0,"ports":[{"came":1,"in":null}]}');
        $pictures->serve();
        self::assertSame(['{"number":1,"picture":{"scene":0,"ports":[{"came":1,"in":null}]}}'], self::told($first));
        $pictures->show('{"scene":0,"ports":[{"came":2,"in":"a"}]}');
        $second = self::page($folder);
        $pictures->serve();
        [$change] = self::told($first);
        self::assertSame(2, self::decoded($change)['number'] ?? null);
        self::assertEquals(
            [['op' => 'replace', 'path' => '/ports/0/came', 'value' => 2], ['op' => 'replace', 'path' => '/ports/0/in', 'value' => 'a']],
            self::decoded($change)['changes'] ?? [],
        );
        self::assertSame(['{"number":2,"picture":{"scene":0,"ports":[{"came":2,"in":"a"}]}}'], self::told($second));

        // The second page takes nothing: the first one goes on, and the second gets a picture when it takes again.
        $long = str_repeat('x', 400_000);
        for ($count = 0; $count < 4; ++$count) {
            $pictures->show("{\"scene\":{$count},\"long\":\"{$count}{$long}\"}");
            for ($turn = 0; $turn < 60; ++$turn) {
                $pictures->serve();
                self::drain($first);
            }
        }
        $got = '';
        for ($turn = 0; $turn < 600; ++$turn) {
            $pictures->serve();
            $got .= fread($second, 1 << 16);
        }
        self::assertStringContainsString('{"number":6,"picture":{"scene":3,', $got);
        self::assertStringNotContainsString('"number":5', $got);

        fclose($first);
        fclose($second);
        $pictures->serve();
        (new Filesystem())->remove($folder);
    }

    /** @return iterable<string, array{string, string, list<array<string, mixed>>}> */
    public static function changed(): iterable
    {
        $replace = static fn (string $path, mixed $value): array => ['op' => 'replace', 'path' => $path, 'value' => $value];
        yield 'nothing' => ['{"a":[1,null,{"b":""}]}', '{"a":[1,null,{"b":""}]}', []];
        yield 'a value, and what is like it' => ['{"a":1,"b":null,"c":false}', '{"a":2,"b":false,"c":null}', [
            $replace('/a', 2),
            $replace('/b', false),
            $replace('/c', null),
        ]];
        yield 'in a list' => ['{"a":[1,2,3]}', '{"a":[1,5,3]}', [$replace('/a/1', 5)]];
        yield 'another length' => ['{"a":[1,2,3],"b":1}', '{"a":[1,2],"b":1}', [$replace('/a', [1, 2])]];
        yield 'other keys' => ['{"a":{"x":1}}', '{"a":{"y":1}}', [$replace('/a', ['y' => 1])]];
        yield 'keys in another order' => ['{"a":{"x":1,"y":2}}', '{"a":{"y":2,"x":1}}', [$replace('/a', ['y' => 2, 'x' => 1])]];
        yield 'a list for an object' => ['{"a":{"0":1}}', '{"a":[1]}', [$replace('/a', [1])]];
        yield 'keys with strokes' => ['{"a/b~c":{"~1":1}}', '{"a/b~c":{"~1":2}}', [$replace('/a~1b~0c/~01', 2)]];
        yield 'all of it' => ['1', '"1"', [$replace('', '1')]];
    }

    /** @param list<array<string, mixed>> $expected */
    #[DataProvider('changed')]
    public function testChangesNameWhatIsAnother(string $before, string $after, array $expected): void
    {
        self::assertSame($expected, json_decode(Changes::between($before, $after), true));
    }

    private static function open(): WebSocket
    {
        $socket = new WebSocket();
        $socket->take(self::REQUEST);
        $socket->out = '';

        return $socket;
    }

    /** @return resource */
    private static function page(string $folder): mixed
    {
        $page = stream_socket_client("unix://{$folder}/".PictureSocket::FILE);
        \assert(false !== $page);
        fwrite($page, self::REQUEST);
        stream_set_blocking($page, false);

        return $page;
    }

    /**
     * @param resource $page
     *
     * @return list<string> texts that have come, each shorter than 65 536 bytes
     */
    private static function told(mixed $page): array
    {
        $bytes = self::drain($page);
        $head = strpos($bytes, "\r\n\r\n");
        $bytes = str_starts_with($bytes, 'HTTP') && false !== $head ? substr($bytes, $head + 4) : $bytes;
        $texts = [];
        while ('' !== $bytes) {
            $short = \ord($bytes[1]);
            $length = 126 === $short ? \ord($bytes[2]) << 8 | \ord($bytes[3]) : $short;
            $from = 126 === $short ? 4 : 2;
            $texts[] = substr($bytes, $from, $length);
            $bytes = substr($bytes, $from + $length);
        }

        return $texts;
    }

    /** @param resource $page */
    private static function drain(mixed $page): string
    {
        $all = '';
        while ('' !== ($bytes = (string) fread($page, 1 << 16))) {
            $all .= $bytes;
        }

        return $all;
    }

    /** @return array<mixed> */
    private static function decoded(string $json): array
    {
        $decoded = json_decode($json, true);
        self::assertIsArray($decoded);

        return $decoded;
    }
}

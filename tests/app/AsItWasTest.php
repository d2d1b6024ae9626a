<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

/** What was performed can be brought back as it was: rig, rules and connections, and nothing else. */
final class AsItWasTest extends ApiTestCase
{
    public function testAPerformanceIsBroughtBackAsItWas(): void
    {
        $rig = array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')['The ferry, mended'] ?? null;
        self::assertIsString($rig);
        $book = $this->text((array) json_decode($this->text($this->document($rig), 'text'), true), 'book');
        $connections = $this->text($this->call('GET', "/api/documents/{$rig}/beside/connections", null, 200), 'id');

        $hours = static fn (float $hours): \Closure => static fn (string $text): string => json_encode(
            ['showHours' => $hours] + (array) json_decode($text),
            \JSON_THROW_ON_ERROR,
        );
        $this->write($rig, $hours(2.5));
        $this->write($book, static fn (string $text): string => "# as performed\n{$text}");
        $this->write($connections, static fn (): string => '{"connections": {"box": {"keys": {"in": "device:A"}}}}');
        $this->call('POST', "/api/rigs/{$rig}/log/played", [], 204);
        $performed = [$this->document($rig)['text'], $this->document($book)['text'], $this->document($connections)['text']];
        $at = (new \DateTimeImmutable())->format('Y-m-d\\TH:i:s.v\\Z');
        sleep(1);

        // By the same hand, within the minute: still another revision.
        $this->write($rig, $hours(4));
        $this->write($book, static fn (string $text): string => str_replace('# as performed', '# tried afterwards', $text));
        $this->write($connections, static fn (): string => '{"connections": {"box": {"keys": {"in": "device:B"}}}}');
        $ticks = ['units' => ['treadle' => ['settings' => ['tx' => ['value' => 16, 'state' => 'set']]]]];
        $beside = $this->call('GET', "/api/documents/{$rig}/beside/ticks", null, 200);
        $this->write($this->text($beside, 'id'), static fn (): string => (string) json_encode($ticks));

        $this->call('PUT', "/api/rigs/{$rig}/lock", [], 200);
        $this->call('POST', "/api/rigs/{$rig}/as-it-was", ['at' => $at], 423, 'Problem');
        $this->call('DELETE', "/api/rigs/{$rig}/lock", null, 200);
        self::assertSame(['rig', 'rulebook', 'connections'], $this->call('POST', "/api/rigs/{$rig}/as-it-was", ['at' => $at], 200)['changed']);
        self::assertSame($performed, [$this->document($rig)['text'], $this->document($book)['text'], $this->document($connections)['text']]);
        $ticked = $this->text($this->document($this->text($beside, 'id')), 'text');
        self::assertSame((string) json_encode($ticks), trim($ticked), 'what was set on boxes stays so');
        self::assertSame([], $this->call('POST', "/api/rigs/{$rig}/as-it-was", ['at' => $at], 200)['changed'], 'it is as it was');

        $what = array_column($this->call('GET', "/api/documents/{$book}/revisions", null, 200), 'what');
        self::assertSame(['brought back as it was played', 'written', 'played'], \array_slice($what, 0, 3));
        $this->call('POST', "/api/rigs/{$rig}/as-it-was", ['at' => 'yesterday at tea'], 400, 'Problem');
        $this->call('POST', "/api/rigs/{$rig}/as-it-was", ['at' => '2020-01-01T20:00:00Z'], 422, 'Problem');
        $this->call('POST', '/api/rigs/0123456789abcdef/as-it-was', ['at' => $at], 404, 'Problem');
        $this->call('POST', '/api/rigs/0123456789abcdef/log/played', [], 404, 'Problem');
    }

    /** @return array<mixed> */
    private function document(string $id): array
    {
        return $this->call('GET', "/api/documents/{$id}?alone=1", null, 200, 'Document');
    }

    /** @param \Closure(string): string $change of the text */
    private function write(string $id, \Closure $change): void
    {
        $document = $this->document($id);
        $text = $change($this->text($document, 'text'));
        $this->call('PUT', "/api/documents/{$id}", ['name' => $document['name'], 'text' => $text, 'version' => $document['version'], 'alone' => true], 200);
    }
}

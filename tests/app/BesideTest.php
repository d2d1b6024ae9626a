<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Documents\RigPart;
use PHPUnit\Framework\Attributes\DataProvider;

/** What stands beside a rig is written without touching the rig, and comes along wherever the rig goes. */
final class BesideTest extends ApiTestCase
{
    public function testARigAloneHoldsNothingThatStandsBesideIt(): void
    {
        $rig = $this->rig();
        $alone = $this->call('GET', "/api/documents/{$rig}?alone=1", null, 200, 'Document');
        $whole = $this->call('GET', "/api/documents/{$rig}", null, 200, 'Document');
        self::assertLessThan(\strlen($this->text($whole, 'text')), \strlen($this->text($alone, 'text')));
        foreach (['log', 'proofs', 'report', 'rests', 'done'] as $field) {
            self::assertArrayNotHasKey($field, $this->decoded($alone));
        }
        self::assertSame(['proofs', 'report'], array_values(array_intersect(['proofs', 'report'], array_keys($this->decoded($whole)))));
    }

    /** Whoever ticks or writes the log neither waits for those who edit the rig nor disturbs them. */
    public function testATickAndALineOfTheLogDisturbNobodyWhoEdits(): void
    {
        $rig = $this->rig();
        $open = $this->call('GET', "/api/documents/{$rig}?alone=1", null, 200);
        $line = ['at' => '2026-11-30T20:00:00+00:00', 'what' => 'performance', 'who' => 'Bo'];
        $this->writeBeside($rig, 'log', ['log' => [$line]], 200);
        $this->writeBeside($rig, 'ticks', ['units' => ['treadle' => ['settings' => ['tx' => ['value' => 16, 'state' => 'set', 'by' => 'Bo']]]]], 200);
        self::assertEquals($open, $this->call('GET', "/api/documents/{$rig}?alone=1", null, 200), 'neither its text nor its version');

        $json = ['showHours' => 3.5] + $this->decoded($open);
        $this->call(
            'PUT',
            "/api/documents/{$rig}",
            ['name' => $open['name'], 'text' => (string) json_encode($json), 'version' => $open['version'], 'alone' => true],
            200,
        );
        $whole = $this->decoded($this->call('GET', "/api/documents/{$rig}", null, 200));
        self::assertSame([3.5, [$line]], [$whole['showHours'], $whole['log']]);
        $units = array_column((array) $whole['units'], null, 'name');
        self::assertSame(['set', 'Bo'], [$this->at((array) $units['treadle'], 'settings.tx.state'), $this->at((array) $units['treadle'], 'settings.tx.by')]);
        $revisions = array_column($this->call('GET', "/api/documents/{$rig}/revisions", null, 200), 'what');
        self::assertCount(1, array_keys($revisions, 'written', true));
    }

    public function testTicksStayWithAUnitThatIsCalledOtherwise(): void
    {
        $rig = $this->rig();
        $tick = ['settings' => ['tx' => ['value' => 16, 'state' => 'set']]];
        $this->writeBeside($rig, 'ticks', ['units' => ['treadle' => $tick, 'moths' => new \stdClass()]], 200);
        $this->call('POST', "/api/rigs/{$rig}/rename", ['from' => 'treadle', 'to' => 'foot'], 200);
        self::assertSame(['moths' => [], 'foot' => $tick], $this->decoded($this->call('GET', "/api/documents/{$rig}/beside/ticks", null, 200))['units']);
        $this->call('POST', "/api/rigs/{$rig}/rename", ['from' => 'foot', 'to' => 'treadle'], 200);
    }

    public function testTwoWhoWriteTheSameLogNoticeEachOther(): void
    {
        $rig = $this->rig();
        $log = $this->call('GET', "/api/documents/{$rig}/beside/log", null, 200, 'Document');
        $write = fn (string $who, int $status): array => $this->call(
            'PUT',
            "/api/documents/{$this->text($log, 'id')}",
            [
                'name' => $log['name'],
                'text' => (string) json_encode(['log' => [['at' => 'x', 'what' => 'rehearsal', 'who' => $who]]]),
                'version' => $log['version'],
            ],
            $status,
        );
        $write('Ida', 200);
        self::assertSame('Ida', $this->at($this->decoded((array) $this->at($write('Bo', 409), 'current')), 'log.0.who'));
    }

    public function testARestCountsAtOnce(): void
    {
        $rig = $this->rig();
        $finding = (array) $this->at($this->call('GET', "/api/rigs/{$rig}/computed", null, 200), 'findings.0');
        $this->writeBeside($rig, 'rests', ['rests' => [['cause' => $this->text($finding, 'key'), 'reason' => 'so', 'at' => '2026-11-30']]], 200);
        $computed = $this->call('GET', "/api/rigs/{$rig}/computed", null, 200);
        self::assertContains($finding['key'], array_column((array) $computed['resting'], 'key'));
        self::assertNotContains($finding['key'], array_column((array) $computed['findings'], 'key'));
    }

    public function testOnlyTicksAndLogAreWrittenWhileTheShowIsLocked(): void
    {
        $rig = $this->rig();
        $this->call('PUT', "/api/rigs/{$rig}/lock", [], 200);
        foreach (RigPart::cases() as $part) {
            $this->writeBeside($rig, $part->value, [], $part->isAlwaysOpen() ? 200 : 423);
        }
        $this->browser->request('DELETE', "/api/rigs/{$rig}/lock");
        foreach (RigPart::cases() as $part) {
            $this->writeBeside($rig, $part->value, [], 200);
        }
    }

    /** @return iterable<string, array{string, string, string}> a part, what it must not hold, and where that is */
    public static function wrongs(): iterable
    {
        yield 'no JSON' => ['log', '{', ''];
        yield 'a list' => ['log', '[]', ''];
        yield 'of another part' => ['log', '{"proofs":[]}', 'proofs'];
        yield 'no list' => ['log', '{"log":{"a":1}}', 'log'];
        yield 'no line' => ['log', '{"log":[7]}', 'log[0]'];
        yield 'no tape' => ['proofs', '{"proofs":[{"name":"x","tape":"# zigzag tape 1\nx","accepted":"","ports":[],"at":"x"}]}', 'proofs[0].tape'];
        yield 'no report' => ['report', '{"report":7}', 'report'];
        yield 'no rest' => ['rests', '{"rests":[{"cause":7}]}', 'rests[0].cause'];
        yield 'no units' => ['ticks', '{"units":[]}', 'units'];
        yield 'no unit' => ['ticks', '{"units":{"a":7}}', 'units.a'];
        yield 'what nobody ticks' => ['ticks', '{"units":{"a":{"label":{}}}}', 'units.a.label'];
        yield 'no tick' => ['ticks', '{"units":{"a":{"settings":{"b":{"state":"set"}}}}}', 'units.a.settings.b'];
        yield 'no state' => ['ticks', '{"units":{"a":{"settings":{"b":{"value":1,"state":"so"}}}}}', 'units.a.settings.b'];
    }

    #[DataProvider('wrongs')]
    public function testWhatWouldSpoilTheRigIsRefused(string $part, string $text, string $place): void
    {
        $rig = $this->rig();
        $beside = $this->call('GET', "/api/documents/{$rig}/beside/{$part}", null, 200);
        $answer = $this->call(
            'PUT',
            "/api/documents/{$this->text($beside, 'id')}",
            ['name' => $beside['name'], 'text' => $text, 'version' => $beside['version']],
            422,
        );
        self::assertStringContainsString('' === $place ? "{$part}: " : $place, $this->text($answer, 'error'));
        self::assertSame($beside, $this->call('GET', "/api/documents/{$rig}/beside/{$part}", null, 200));
        $this->call('GET', "/api/rigs/{$rig}/computed", null, 200);
    }

    public function testItGoesAndComesWithItsRig(): void
    {
        $rig = $this->rig();
        $this->writeBeside($rig, 'log', ['log' => [['at' => 'x', 'what' => 'rehearsal', 'who' => 'Ida']]], 200);
        $log = $this->text($this->call('GET', "/api/documents/{$rig}/beside/log", null, 200), 'id');
        $whole = $this->decoded($this->call('GET', "/api/documents/{$rig}", null, 200));
        self::assertNotContains($log, array_column($this->call('GET', '/api/documents', null, 200), 'id'), 'it is in no list');

        $copy = $this->text($this->call('POST', "/api/documents/{$rig}/duplicate", [], 201), 'id');
        $copied = $this->decoded($this->call('GET', "/api/documents/{$copy}", null, 200));
        self::assertEquals(array_diff_key($whole, ['book' => 0]), array_diff_key($copied, ['book' => 0]));

        $this->browser->request('GET', '/api/everything');
        $all = (string) $this->browser->getInternalResponse()->getContent();
        self::assertSame(0, $this->upload('all.zip', $all, 200, '/api/everything')['beside'], 'it is here already');
        $this->writeBeside($rig, 'log', ['log' => []], 200);
        self::assertSame(1, $this->upload('all.zip', $all, 200, '/api/everything')['beside'], 'the same rig with another log is another');
        $found = array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')['The ferry, mended (from the file)'] ?? '';
        self::assertEquals($whole, $this->decoded($this->call('GET', '/api/documents/'.(\is_string($found) ? $found : ''), null, 200)));

        $this->browser->request('DELETE', "/api/documents/{$rig}");
        $this->call('GET', "/api/documents/{$log}", null, 404);
        $this->call('POST', "/api/documents/{$rig}/restore", [], 200);
        $this->call('GET', "/api/documents/{$log}", null, 200);
        $this->call('GET', "/api/documents/{$rig}/beside/songs", null, 400);
        $this->call('GET', "/api/documents/{$log}/beside/log", null, 404);
        $this->call('POST', '/api/documents', ['kind' => 'log', 'name' => 'x', 'text' => '{}'], 400);
    }

    private function rig(): string
    {
        return $this->text(['id' => array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')['The ferry, mended'] ?? null], 'id');
    }

    /** @param array<string, mixed> $holds */
    private function writeBeside(string $rig, string $part, array $holds, int $status): void
    {
        $beside = $this->call('GET', "/api/documents/{$rig}/beside/{$part}", null, 200, 'Document');
        $this->call(
            'PUT',
            "/api/documents/{$this->text($beside, 'id')}",
            ['name' => $beside['name'], 'text' => (string) json_encode((object) $holds), 'version' => $beside['version']],
            $status,
        );
    }

    /**
     * @param array<mixed> $document
     *
     * @return array<mixed>
     */
    private function decoded(array $document): array
    {
        $json = json_decode($this->text($document, 'text'), true);
        self::assertIsArray($json);

        return $json;
    }
}

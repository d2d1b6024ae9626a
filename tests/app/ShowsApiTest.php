<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

/** All shows: rigs with their rules, and rules that no rig plays; deleted and taken back as a whole. */
final class ShowsApiTest extends ApiTestCase
{
    private const RULES = "port keys in\nport moths out\nrule \"Through\"\n  take note\n  send moths channel 3\n";

    public function testRulesOfARigAreNoShowOfTheirOwn(): void
    {
        [$rig, $book] = $this->show('Tide');
        $alone = $this->made('rulebook', 'Rules alone', self::RULES);
        $shows = array_column($this->shows(), null, 'id');
        self::assertSame([$rig, $book, 0], [$shows[$rig]['rig'], $shows[$rig]['book'], $shows[$rig]['units']]);
        self::assertSame([null, $alone, null], [$shows[$alone]['rig'], $shows[$alone]['book'], $shows[$alone]['units']]);
        self::assertArrayNotHasKey($book, $shows);
    }

    public function testWhoChangedTheRulesLastChangedTheShowLast(): void
    {
        [$rig, $book] = $this->show('Ebb');
        sleep(1);
        $stored = $this->call('GET', "/api/documents/{$book}", null, 200);
        $this->browser->setServerParameter('HTTP_X_AUTHOR', 'Cy');
        $this->call('PUT', "/api/documents/{$book}", ['name' => 'Ebb', 'text' => self::RULES."# more\n", 'version' => $stored['version']], 200);
        $show = array_column($this->shows(), null, 'id')[$rig];
        self::assertSame(['Cy', 7], [$show['changedBy'], $show['lines']]);
        self::assertSame($rig, $this->shows()[0]['id'], 'the one changed last comes first');
    }

    public function testAShowGoesAndComesBackWithItsRules(): void
    {
        [$rig, $book] = $this->show('Flood');
        $this->call('DELETE', "/api/shows/{$rig}", null, 204);
        self::assertNotContains($rig, array_column($this->shows(), 'id'));
        $this->call('GET', "/api/documents/{$book}", null, 404);
        $this->call('POST', "/api/shows/{$rig}/restore", [], 200, 'Document');
        self::assertContains($rig, array_column($this->shows(), 'id'));
        self::assertSame(self::RULES, $this->call('GET', "/api/documents/{$book}", null, 200)['text']);
    }

    public function testRulesThatAnotherRigPlaysStay(): void
    {
        [$rig, $book] = $this->show('Neap');
        $other = $this->made('rig', 'Neap, indoors', $this->rigOf('Neap, indoors', $book));
        $this->call('DELETE', "/api/shows/{$rig}", null, 204);
        $this->call('GET', "/api/documents/{$book}", null, 200);
        $this->call('DELETE', "/api/shows/{$other}", null, 204);
        $this->call('GET', "/api/documents/{$book}", null, 404);
    }

    public function testHowAShowStandsFollowsItsRules(): void
    {
        [$rig, $book] = $this->show('Spring');
        $before = $this->state($rig);
        self::assertSame([0, 0, null], [$before['songs'], $before['proofs'], $before['lastPlayed']]);
        $stored = $this->call('GET', "/api/documents/{$book}", null, 200);
        $broken = self::RULES."rule \"Bad\"\n  take nothing\n";
        $this->call('PUT', "/api/documents/{$book}", ['name' => 'Spring', 'text' => $broken, 'version' => $stored['version']], 200);
        self::assertGreaterThan($this->at($before, 'findings.error'), $this->at($this->state($rig), 'findings.error'));
        $log = $this->call('GET', "/api/documents/{$rig}/beside/log", null, 200);
        $evening = ['at' => '2026-11-30T20:00:00Z', 'what' => 'performance', 'changed' => [], 'marked' => []];
        $text = json_encode(['log' => [$evening, ['at' => '2026-12-01T20:00:00Z', 'what' => 'rehearsal'] + $evening]]);
        $this->call('PUT', '/api/documents/'.$this->text($log, 'id'), ['name' => 'Spring', 'text' => $text, 'version' => $log['version']], 200);
        self::assertSame('2026-11-30T20:00:00Z', $this->state($rig)['lastPlayed'], 'a rehearsal is no performance');
        $alone = $this->made('rulebook', 'Rules with an error', "port keys in\nrule \"Bad\"\n  take nothing\n");
        self::assertGreaterThan(0, $this->at($this->state($alone), 'findings.error'));
        $this->call('GET', '/api/shows/0123456789abcdef/state', null, 404);
        $this->call('DELETE', '/api/shows/0123456789abcdef', null, 404);
        $this->call('POST', '/api/shows/0123456789abcdef/restore', [], 404);
    }

    public function testAChartIsNoShow(): void
    {
        $chart = $this->made('chart', 'Box', '{"schema":1,"name":"Box","sort":"other"}');
        $this->call('GET', "/api/shows/{$chart}/state", null, 404);
        $this->call('DELETE', "/api/shows/{$chart}", null, 404);
        $this->call('GET', "/api/documents/{$chart}", null, 200);
    }

    /** @return list<array<string, mixed>> */
    private function shows(): array
    {
        /** @var list<array<string, mixed>> */
        return array_values($this->call('GET', '/api/shows', null, 200));
    }

    /** @return array<mixed> */
    private function state(string $show): array
    {
        return $this->call('GET', "/api/shows/{$show}/state", null, 200, 'ShowState');
    }

    /** @return array{string, string} ids of rig and rules */
    private function show(string $name): array
    {
        $book = $this->made('rulebook', $name, self::RULES);

        return [$this->made('rig', $name, $this->rigOf($name, $book)), $book];
    }

    private function rigOf(string $name, string $book): string
    {
        return (string) json_encode(['schema' => 1, 'name' => $name, 'charts' => new \stdClass(), 'units' => [], 'leads' => [], 'book' => $book]);
    }

    private function made(string $kind, string $name, string $text): string
    {
        return $this->text($this->call('POST', '/api/documents', ['kind' => $kind, 'name' => $name, 'text' => $text], 201), 'id');
    }
}

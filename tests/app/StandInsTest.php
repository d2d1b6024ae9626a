<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

/** What stands in at ports of a rulebook: proposed, chosen, kept beside its text, in a copy and in a backup. */
final class StandInsTest extends ApiTestCase
{
    private const RULES = "port p in\nport q out\nrule \"r\"\n  take note\n  send q\n";

    public function testWhatIsChosenIsPlayedAndDoesNotDisturbWhoeverWrites(): void
    {
        $id = $this->rulebook();
        self::assertSame(['p keys', 'q synth'], $this->standing($id));
        $plain = $this->call('POST', '/api/check', ['text' => self::RULES, 'rulebook' => $id], 200)['book'];
        $this->call('PUT', "/api/rulebooks/{$id}/stand-ins", ['port' => 'p', 'chart' => 'pads', 'channel' => 3], 204);
        $this->call('PUT', "/api/rulebooks/{$id}/stand-ins", ['port' => 'q', 'hears' => true, 'chart' => 'sampler', 'channel' => null], 204);
        self::assertSame(['p pads 3', 'q sampler'], $this->standing($id));
        $other = $this->call('POST', '/api/check', ['text' => self::RULES, 'rulebook' => $id], 200)['book'];
        self::assertNotSame($plain, $other, 'a bench is told that something else stands in');
        $written = $this->call('PUT', "/api/documents/{$id}", ['name' => 'Other', 'text' => self::RULES."\n", 'version' => 1], 200);
        self::assertSame(2, $written['version'], 'nobody who writes is disturbed');
        self::assertSame(['p pads 3', 'q sampler'], $this->standing($id), 'and writing loses nothing');
        $copy = $this->text($this->call('POST', "/api/documents/{$id}/duplicate", [], 201), 'id');
        self::assertSame(['p pads 3', 'q sampler'], $this->standing($copy));
        $this->call('PUT', "/api/rulebooks/{$id}/stand-ins", ['port' => 'p', 'chart' => null], 204);
        self::assertSame(['p keys', 'q sampler'], $this->standing($id));
    }

    public function testABenchThatRunsGetsAnotherStandInWithItsRules(): void
    {
        $id = $this->rulebook();
        $path = '/api/bench/'.$this->text($this->call('POST', '/api/bench', ['text' => self::RULES, 'rulebook' => $id], 201, 'Bench'), 'id');
        $this->call('PUT', "/api/rulebooks/{$id}/stand-ins", ['port' => 'p', 'chart' => 'pads'], 204);
        $book = $this->call('POST', '/api/check', ['text' => self::RULES, 'rulebook' => $id], 200)['book'];
        $news = $this->play($path, 1, [
            ['do' => 'rules', 'timeUs' => 1, 'book' => $book],
            ['do' => 'play', 'timeUs' => 5, 'sender' => 'p', 'control' => 'Pad 1', 'value' => 90],
        ]);
        self::assertSame('pads', $this->at($news, 'senders.0.standIn.chart'));
        self::assertSame('C2', $this->at($news, 'receivers.0.view.voices.0.name'));
    }

    public function testWhatCannotBeChosenIsRefusedWithTheReason(): void
    {
        $id = $this->rulebook();
        foreach ([['port' => 'p', 'chart' => 'gone'], ['port' => 'p', 'chart' => 'synth'], ['port' => 'q', 'hears' => true, 'chart' => 'keys']] as $body) {
            self::assertStringContainsString('/api/stand-ins lists', $this->text($this->call('PUT', "/api/rulebooks/{$id}/stand-ins", $body, 422), 'error'));
        }
        $this->call('PUT', "/api/rulebooks/{$id}/stand-ins", ['port' => 'p', 'chart' => 'keys', 'channel' => 17], 400);
        $this->call('PUT', '/api/rulebooks/0123456789abcdef/stand-ins', ['port' => 'p', 'chart' => 'keys'], 404);
        $charts = $this->call('GET', '/api/stand-ins', null, 200);
        self::assertContains(['id' => 'keys', 'name' => 'Keys', 'plays' => true, 'hasChannel' => true], $charts);
        self::assertContains(['id' => 'pulses', 'name' => 'Drum box for pulses', 'plays' => false, 'hasChannel' => false], $charts);
    }

    private function rulebook(): string
    {
        return $this->text($this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Rules', 'text' => self::RULES], 201), 'id');
    }

    /** @return list<string> ports with their charts, on a bench of the rulebook */
    private function standing(string $id): array
    {
        $bench = $this->call('POST', '/api/bench', ['text' => self::RULES, 'rulebook' => $id], 201, 'Bench');
        $standing = [];
        foreach (['senders.0.standIn', 'receivers.0.view.standIn'] as $at) {
            [$port, $chart, $channel] = array_map(fn (string $what): mixed => $this->at($bench, "{$at}.{$what}"), ['port', 'chart', 'channel']);
            self::assertTrue(\is_string($port) && \is_string($chart));
            $standing[] = "{$port} {$chart}".(\is_int($channel) ? " {$channel}" : '');
        }

        return $standing;
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use ZigzagPost\Tests\Core\Rig\Kit;

/** A show between real devices through the API: connecting, what people do, what they see. */
final class LiveApiTest extends ConnectedTestCase
{
    private const RULES = <<<'BOOK'
        port keys in
        port synth out
        scene "Calm"
        scene "Storm"
          on enter post program 7 to synth
        always
        rule "r"
          take any
          send synth

        BOOK;

    public function testAShowIsConnectedLedAndEnded(): void
    {
        $rig = $this->rig = $this->rig(['keys' => ['in' => "device:{$this->folder}/keys"], 'synth' => ['out' => "device:{$this->folder}/synth"]]);
        $live = $this->call('GET', "/api/rigs/{$rig}/live", null, 200, 'Live');
        self::assertSame(gethostname(), $live['computer']);
        $keys = ['port' => 'keys', 'isIn' => true, 'isOut' => false, 'units' => []];
        self::assertSame([$keys, ['port' => 'synth', 'isIn' => false, 'isOut' => true, 'units' => []]], $live['ports']);
        self::assertNull($this->call('GET', "/api/rigs/{$rig}/live/now", null, 200, 'LiveNow')['picture']);
        $this->call('GET', "/api/rigs/{$rig}/live/pictures", null, 404, 'Problem');

        $picture = $this->picture($this->call('PUT', "/api/rigs/{$rig}/live", ['isDry' => false], 200, 'LiveNow'));
        self::assertTrue($picture['isPlaying']);
        self::assertSame(['Calm', 'Storm'], $picture['scenes']);
        $this->call('PUT', "/api/rigs/{$rig}/live", ['isDry' => false], 422, 'Problem');
        $this->browser->request('GET', "/api/rigs/{$rig}/live/pictures", server: ['HTTP_UPGRADE' => 'websocket', 'HTTP_ORIGIN' => 'http://127.0.0.1']);
        self::assertMatchesRegularExpression('~^/watched/zigzag-[0-9a-f]{32}$~', (string) $this->browser->getResponse()->headers->get('X-Accel-Redirect'));
        $this->browser->request('GET', "/api/rigs/{$rig}/live/pictures", server: ['HTTP_UPGRADE' => 'websocket', 'HTTP_ORIGIN' => 'http://evil.example']);
        self::assertSame(403, $this->browser->getResponse()->getStatusCode());
        self::assertFalse($this->browser->getResponse()->headers->has('X-Accel-Redirect'));

        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        self::assertSame("\x90\x3C\x64", $this->heard(3));
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'scene', 'about' => '2'], 200, 'LiveNow');
        self::assertSame("\xC0\x07", $this->heard(2));
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'ask', 'about' => 'synth'], 200, 'LiveNow');
        self::assertSame("\xF0\x7E\x7F\x06\x01\xF7", $this->heard(6), 'what is it?');
        $said = $this->call('POST', "/api/rigs/{$rig}/live/what", ['heard' => ['F0 7E 00 06 02 7D 01 00 02 00 01 00 00 00 F7', '90 3C 64']], 200, 'WhatItIs');
        self::assertSame([['maker 7D, family 1, member 2, version 1.0.0.0'], []], [$said['answers'], $said['units']]);
        $this->call('POST', "/api/rigs/{$rig}/live/what", ['heard' => ['90 3']], 400, 'Problem');
        foreach ([['scene', '9'], ['scene', 'x'], ['mute', 'attic'], ['ask', 'attic'], ['ask', 'keys'], ['restore', 'nobody']] as [$do, $about]) {
            $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => $do, 'about' => $about], 422, 'Problem');
        }
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'dance'], 400, 'Problem');
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'panic'], 200, 'LiveNow');
        self::assertSame('803c40b04000b07b00b07800', bin2hex($this->heard(12)));

        $stored = $this->call('GET', "/api/documents/{$rig}?alone=1", null, 200);
        $book = json_decode($this->text($stored, 'text'), true);
        self::assertIsArray($book);
        $rules = $this->call('GET', '/api/documents/'.$this->text($book, 'book'), null, 200);
        $this->call('PUT', '/api/documents/'.$this->text($rules, 'id'), [
            'name' => 'Trial',
            'version' => $rules['version'],
            'text' => str_replace("rule \"r\"\n  take any\n", "rule \"r\"\n  take any\n  set channel = 3\n", self::RULES),
        ], 200);
        $live = $this->call('GET', "/api/rigs/{$rig}/live", null, 200, 'Live');
        $this->until($rig, static fn (array $now): bool => ($now['rules'] ?? '') !== $live['rules']);
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'rules'], 200, 'LiveNow');
        $this->until($rig, static fn (array $now): bool => ($now['rules'] ?? '') === $live['rules']);
        fwrite($this->fifos['keys'], "\xB0\x07\x33");
        self::assertSame("\xB2\x07\x33", $this->heard(3), 'by the new rules, in the same scene');

        $this->until($rig, static fn (array $now): bool => [1, 7] === [$now['scene'] ?? null, self::synth($now, 'sent')]);
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'mute', 'about' => 'synth'], 200, 'LiveNow');
        $this->until($rig, static fn (array $now): bool => true === self::synth($now, 'isMuted'));
        self::assertNull($this->call('DELETE', "/api/rigs/{$rig}/live", null, 200, 'LiveNow')['picture']);
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'panic'], 422, 'Problem');
    }

    public function testWhatStandsInTheWayIsSaid(): void
    {
        $rig = $this->rig = $this->rig([]);
        $refused = $this->call('PUT', "/api/rigs/{$rig}/live", ['isDry' => false], 422, 'Problem');
        self::assertStringContainsString('nothing is connected', $this->text($refused, 'error'));
        $this->call('GET', '/api/rigs/0123456789abcdef/live', null, 404, 'Problem');
        $this->call('PUT', '/api/rigs/0123456789abcdef/live', ['isDry' => false], 404, 'Problem');
    }

    public function testAUnitIsArmedByWhoHasReadItsCaution(): void
    {
        $rig = $this->rig = $this->rig(['synth' => ['out' => "device:{$this->folder}/synth"]], true);
        $live = $this->call('GET', "/api/rigs/{$rig}/live", null, 200, 'Live');
        self::assertStringContainsString('licensed operators', json_encode($live['units'], \JSON_THROW_ON_ERROR));
        $this->call('PUT', "/api/rigs/{$rig}/live", ['isDry' => false], 200, 'LiveNow');
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'arm', 'about' => 'flame'], 422, 'Problem');
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'ask', 'about' => 'synth'], 422, 'Problem');
        $this->until($rig, static fn (array $now): bool => ['flame' => false] === ($now['armed'] ?? null));
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'scene', 'about' => '2'], 200);
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'arm', 'about' => 'flame', 'hasReadCaution' => true], 200, 'LiveNow');
        $this->until($rig, static fn (array $now): bool => ['flame' => true] === ($now['armed'] ?? null));
        self::assertSame('', $this->heard(1, 0.2), 'what was withheld does not come after');
        $this->call('POST', "/api/rigs/{$rig}/live/do", ['do' => 'scene', 'about' => '2'], 200);
        self::assertSame("\xC0\x07", $this->heard(2));
    }

    /** @param array<string, array<string, string>> $connections */
    private function rig(array $connections, bool $withFlame = false): string
    {
        $flame = [
            'schema' => 1,
            'name' => 'Flame',
            'sort' => 'other',
            'hazards' => ['flame'],
            'plugs' => [Kit::din('in', 'in')],
            'hears' => [['id' => 'main', 'at' => ['in'], 'channel' => 1]],
        ];
        $json = [
            'schema' => 1,
            'name' => 'Trial',
            'charts' => $withFlame ? ['flame' => ['revision' => 1, 'chart' => $flame]] : new \stdClass(),
            'units' => $withFlame ? [['name' => 'flame', 'chart' => ['id' => 'flame', 'revision' => 1]]] : [],
            'leads' => $withFlame ? [Kit::lead('a', 'post synth', 'flame in')] : [],
            'rulebook' => self::RULES,
            'connections' => [] === $connections ? new \stdClass() : [(string) gethostname() => $connections],
        ];

        return $this->text($this->upload('trial.rig.json', json_encode($json, \JSON_THROW_ON_ERROR), 201, '/api/documents/import'), 'id');
    }

    /** @param \Closure(array<mixed>): bool $isSo */
    private function until(string $rig, \Closure $isSo): void
    {
        $now = [];
        for ($end = microtime(true) + 3; microtime(true) < $end; usleep(20_000)) {
            $now = (array) ($this->call('GET', "/api/rigs/{$rig}/live/now", null, 200, 'LiveNow')['picture'] ?? []);
            if ($isSo($now)) {
                return;
            }
        }
        self::fail(json_encode($now, \JSON_THROW_ON_ERROR));
    }

    /** @param array<mixed> $now */
    private static function synth(array $now, string $field): mixed
    {
        $port = \is_array($now['ports'] ?? null) ? $now['ports'][1] ?? null : null;

        return \is_array($port) ? $port[$field] ?? null : null;
    }

    /**
     * @param array<mixed> $answer
     *
     * @return array<mixed>
     */
    private function picture(array $answer): array
    {
        self::assertIsArray($answer['picture']);

        return $answer['picture'];
    }
}

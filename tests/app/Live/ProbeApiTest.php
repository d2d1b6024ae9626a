<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use ZigzagPost\Tests\Core\Rig\Kit;

/** A device of this computer in place of a sender or a hearer: what is sent goes out there, what comes is told, and nothing reaches what can hurt. */
final class ProbeApiTest extends ConnectedTestCase
{
    public function testAProbeSendsAndHears(): void
    {
        $rig = $this->rig = $this->rig(false);
        $plugs = (array) $this->call('GET', "/api/rigs/{$rig}/probe", null, 200)['plugs'];
        $places = array_map(fn (mixed $each): string => $this->text((array) $each, 'unit').' '.$this->text((array) $each, 'plug'), $plugs);
        self::assertSame(['box in', 'desk in', 'desk out'], $places);
        self::assertSame([['title' => 'Level', 'low' => 0, 'high' => 127, 'first' => 12]], $this->at($plugs, '0.sends'));

        $synth = "{$this->folder}/synth";
        $send = ['unit' => 'box', 'plug' => 'in', 'device' => $synth, 'title' => 'Level', 'value' => 12];
        self::assertSame('B0 07 0C', $this->call('POST', "/api/rigs/{$rig}/probe/send", $send, 200)['bytes']);
        self::assertSame("\xB0\x07\x0C", $this->heard(3));
        $none = ['device' => "{$this->folder}/none"];
        foreach ([['value' => 128], ['title' => 'Nothing'], ['plug' => 'out'], ['unit' => 'nobody'], $none, ['device' => 'No such']] as $other) {
            $this->call('POST', "/api/rigs/{$rig}/probe/send", $other + $send, 422, 'Problem');
        }
        $this->call('POST', "/api/rigs/{$rig}/probe/send", ['value' => 'much'] + $send, 400, 'Problem');
        self::assertSame('', $this->heard(1, 0.1));

        fwrite($this->fifos['keys'], "\x92\x3C\x64\xF8\x40\x00\xC2");
        $heard = $this->call('POST', "/api/rigs/{$rig}/probe/listen", ['device' => "{$this->folder}/keys", 'forMs' => 50], 200)['heard'];
        self::assertSame([
            ['bytes' => '92 3C 64', 'words' => 'note on C4, velocity 100, channel 3'],
            ['bytes' => '92 40 00', 'words' => 'note off E4 (as note on, velocity 0), channel 3'],
        ], $heard);
        self::assertSame([], $this->call('POST', "/api/rigs/{$rig}/probe/listen", ['device' => "{$this->folder}/keys", 'forMs' => 0], 200)['heard']);
        $this->call('POST', "/api/rigs/{$rig}/probe/listen", ['device' => "{$this->folder}/none", 'forMs' => 50], 422, 'Problem');
        $this->call('POST', "/api/rigs/{$rig}/probe/listen", ['device' => "{$this->folder}/keys", 'forMs' => 5001], 400, 'Problem');
        $this->call('GET', '/api/rigs/0123456789abcdef/probe', null, 404, 'Problem');

        // What plays is no probe; beside it, another one is.
        $this->call('PUT', "/api/rigs/{$rig}/live", ['isDry' => false], 200, 'LiveNow');
        $refused = $this->call('POST', "/api/rigs/{$rig}/probe/send", $send, 422, 'Problem');
        self::assertStringContainsString('plays at the port out', $this->text($refused, 'error'));
        $this->call('POST', "/api/rigs/{$rig}/probe/listen", ['device' => "{$this->folder}/keys", 'forMs' => 20], 200);
    }

    public function testNothingIsSentTowardsAFlame(): void
    {
        $rig = $this->rig(true);
        $send = ['unit' => 'box', 'plug' => 'in', 'device' => "{$this->folder}/synth", 'title' => 'Level', 'value' => 12];
        $refused = $this->call('POST', "/api/rigs/{$rig}/probe/send", $send, 422, 'Problem');
        self::assertStringContainsString('box could hear it, which can hurt somebody', $this->text($refused, 'error'));
        self::assertSame('', $this->heard(1, 0.1));
    }

    private function rig(bool $isDangerous): string
    {
        $level = ['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 7], 'raw' => [0, 127]];
        $box = ($isDangerous ? ['hazards' => ['flame']] : []) + Kit::hearer('Box', more: ['parameters' => [$level]]);
        $desk = ['plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')]] + Kit::hearer('Desk');
        $json = [
            'schema' => 1,
            'name' => 'Trial',
            'charts' => ['box' => ['revision' => 1, 'chart' => $box], 'desk' => ['revision' => 1, 'chart' => $desk]],
            'units' => [['name' => 'box', 'chart' => ['id' => 'box', 'revision' => 1]], ['name' => 'desk', 'chart' => ['id' => 'desk', 'revision' => 1]]],
            'leads' => [Kit::lead('a', 'post out', 'box in')],
            'rulebook' => "port in in\nport out out\nrule \"r\"\n  take any\n  send out\n",
            'connections' => [(string) gethostname() => ['out' => ['out' => "device:{$this->folder}/synth"]]],
        ];

        return $this->text($this->upload('trial.rig.json', json_encode($json, \JSON_THROW_ON_ERROR), 201, '/api/documents/import'), 'id');
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** What a rig says of itself has to be there: each reference that leads nowhere is named with its place. */
final class ReferencesTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, list<string>}> what is changed, and what is said */
    public static function rigs(): iterable
    {
        $set = ['message' => ['kind' => 'cc', 'number' => 9], 'state' => 'set'];
        yield 'as it is' => [[], []];
        yield 'two of one name' => [['/units/1/name' => 'board'], ['units[1].name: there are two units board']];
        yield 'one that is called post' => [['/units/1/name' => 'post'], ['units[1].name: post is Zigzag Post itself; take another name']];
        yield 'no such chart' => [['/units/1/chart/id' => 'none'], ['units[1].chart: there is no chart none in this rig']];
        yield 'another revision' => [['/units/1/chart/revision' => 4], ['units[1].chart: the rig keeps revision 1 of box, not 4']];
        yield 'no such setting' => [
            ['/units/1/settings' => ['page' => ['value' => 1, 'state' => 'set']]],
            ['units[1].settings.page: the chart Box has no such setting'],
        ];
        yield 'none of its values' => [
            ['/units/1/settings' => ['channel' => ['value' => 17, 'state' => 'set']]],
            ['units[1].settings.channel.value: 17 is none of its values'],
        ];
        yield 'the last of its values' => [['/units/1/settings' => ['channel' => ['value' => 16, 'state' => 'set']]], []];
        yield 'a number of a control' => [['/units/0/assigned' => ['Go' => $set]], []];
        yield 'a number of a parameter' => [['/units/1/assigned' => ['Mix' => $set]], []];
        yield 'a number of nothing' => [['/units/1/assigned' => ['Go' => $set]], ['units[1].assigned: "Go" is no control and no parameter of Box']];
        yield 'measured, and no control' => [['/units/1/measured' => ['Mix' => ['heel' => 1, 'toe' => 9]]], ['units[1]: "Mix" is no control of Box']];
        yield 'labelled, and no control' => [['/units/0/labels' => ['Stop' => ['text' => 'x']]], ['units[0]: "Stop" is no control of Board']];
        yield 'plays with nobody' => [['/units/1/playsWith' => ['other']], ['units[1].playsWith: there is no unit other']];
        yield 'mirrors nobody' => [['/units/1/mirrors' => 'other'], ['units[1].mirrors: there is no unit other']];
        yield 'mirrors itself' => [['/units/1/mirrors' => 'box'], ['units[1].mirrors: a unit does not mirror itself']];
        yield 'two leads of one name' => [['/leads/1/id' => 'a'], ['leads[1].id: there are two leads a']];
        yield 'an intent of nobody' => [
            ['/intents' => [['from' => 'board', 'to' => 'other', 'of' => ['notes'], 'means' => 'plays']]],
            ['intents[0].to: there is no unit other'],
        ];
        yield 'an intent for itself' => [
            ['/intents' => [['from' => 'box', 'to' => 'box', 'of' => ['notes'], 'means' => 'plays']]],
            ['intents[0].to: this is the unit that plays; name another'],
        ];
        $when = '/charts/box/chart/plugs/0/uses/0/when';
        yield 'a plug that waits for a setting' => [[$when => ['channel' => [16]]], []];
        yield 'a plug that waits for none of its values' => [
            [$when => ['channel' => [16, 17]]],
            ['charts.box.chart.plugs[0].uses[0].when: 17 is no value of the setting channel']];
        yield 'a plug that waits for no setting' => [[$when => ['page' => [1]]], ['charts.box.chart.plugs[0].uses[0].when: there is no setting page']];
        $route = ['id' => 'thru', 'from' => ['in'], 'to' => ['in'], 'kind' => 'hardware', 'setting' => 'page'];
        yield 'a way through that waits for no setting' => [
            ['/charts/box/chart/routes' => [$route]],
            ['charts.box.chart.routes[0].setting: there is no setting page'],
        ];
        yield 'a way through that no plug has' => [
            ['/charts/box/chart/routes' => [['to' => ['thru'], 'setting' => 'channel'] + $route]],
            ['charts.box.chart.routes[0]: there is no plug thru, and no stream of that name'],
        ];
        yield 'a kind that waits for no setting' => [
            ['/charts/box/chart/hears/0/kinds' => ['note' => 'page']],
            ['charts.box.chart.hears[0].kinds: there is no setting page'],
        ];
        yield 'a channel of no setting' => [
            ['/charts/box/chart/hears/0/channel' => ['setting' => 'page']],
            ['charts.box.chart.hears[0].channel.setting: there is no setting page'],
        ];
        yield 'a part that hears at no plug' => [
            ['/charts/box/chart/hears/0/at' => ['thru']],
            ['charts.box.chart.hears[0].at: there is no plug thru, and no stream of that name'],
        ];
        $mix = ['name' => 'Mix', 'reach' => 'hand', 'raw' => [0, 127]];
        yield 'two parameters of one name' => [
            ['/charts/box/chart/parameters/1' => ['name' => ' MIX'] + $mix],
            ['charts.box.chart.parameters: "mix" is there 2 times'],
        ];
        yield 'two parameters' => [['/charts/box/chart/parameters/1' => ['name' => 'Mix 2'] + $mix], []];
        $go = ['name' => 'go', 'sort' => 'switch'];
        yield 'two controls of one name' => [['/charts/board/chart/surface/controls/1' => $go], ['charts.board.chart.surface.controls: "go" is there 2 times']];
        yield 'two plugs of one name' => [['/charts/box/chart/plugs/1' => Kit::din('in', 'in')], ['charts.box.chart.plugs: "in" is there 2 times']];
        yield 'two settings of one name' => [
            ['/charts/box/chart/settings/1' => ['id' => 'channel', 'title' => 'Other', 'values' => [1, 2]]],
            ['charts.box.chart.settings: "channel" is there 2 times'],
        ];
        yield 'all at once' => [
            ['/units/1/mirrors' => 'other', '/leads/1/id' => 'a'],
            ['units[1].mirrors: there is no unit other', 'leads[1].id: there are two leads a'],
        ];
    }

    /**
     * @param array<string, mixed> $changes by pointer
     * @param list<string> $said
     */
    #[DataProvider('rigs')]
    public function testReferencesThatLeadNowhereAreNamed(array $changes, array $said): void
    {
        $mix = ['name' => 'Mix', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20], 'raw' => [0, 127]];
        $go = ['name' => 'Go', 'sort' => 'switch', 'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 80]]]];
        $rig = Kit::rig(
            ['board' => Kit::board([$go]), 'box' => Kit::hearer('Box', more: ['parameters' => [$mix]])],
            [['name' => 'board', 'chart' => 'board'], ['name' => 'box', 'chart' => 'box']],
            [Kit::lead('a', 'board out', 'post in'), Kit::lead('b', 'post out', 'box in')],
        );
        try {
            RigFile::rig(Json::encode(Kit::changed(Json::members(Json::write($rig)), $changes)));
            $found = [];
        } catch (BadData $bad) {
            $found = array_map(static fn (Problem $problem): string => $problem->print(), $bad->problems);
        }
        self::assertSame($said, $found);
    }
}

<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\Keeps;
use ZigzagPost\Core\Rig\Chart\SetBy;
use ZigzagPost\Core\Rig\Setup\Device;

/** What stands in the editor of a box and gets into the box only when somebody sends it. */
final readonly class Transfer
{
    /** @param string $of all of it, as a fingerprint: the same for the same values */
    private function __construct(public Device $box, public string $of)
    {
    }

    /** @return self|null null where nothing of a box is chosen that its editor has to send */
    public static function of(Device $box): ?self
    {
        $sent = [];
        foreach ($box->chart->settings as $setting) {
            $chosen = $box->unit->settings[$setting->id] ?? null;
            $how = null === $chosen ? null : $setting->howTo($chosen->value);
            if (Keeps::OnTransfer === $how?->keeps || SetBy::Editor === $how?->by) {
                $sent[] = ['setting', $setting->id, $chosen->value];
            }
        }
        foreach ($box->unit->assigned as $title => $assigned) {
            if (Assign::Editor === ($box->control((string) $title)->assign ?? $box->parameter((string) $title)?->assign)) {
                $sent[] = ['number', (string) $title, Json::toValue($assigned->message)];
            }
        }
        sort($sent);

        return [] === $sent ? null : new self($box, substr(hash('sha256', json_encode($sent, \JSON_THROW_ON_ERROR)), 0, 16));
    }

    public function isDone(): bool
    {
        return $this->of === $this->box->unit->sent?->of;
    }
}

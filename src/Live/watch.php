<?php

declare(strict_types=1);

/** Watches over a player whose host is gone; started by the player itself. */

use App\Live\CannotPlay;
use App\Live\Host;
use App\Live\HostFolder;
use App\Live\LivePlan;

require dirname(__DIR__, 2).'/vendor/autoload.php';

try {
    $folder = HostFolder::take((string) ($argv[1] ?? ''), 'this show');
    $plan = LivePlan::of((string) file_get_contents("{$folder->path}/".LivePlan::FILE));
    $nobody = static function (): void {
    };
    $status = (new Host($folder, $plan, $nobody, $nobody, $folder->nextRecording()))->run();
    $folder->leave();
    exit($status);
} catch (CannotPlay) {
    exit(2); // another one watches
}

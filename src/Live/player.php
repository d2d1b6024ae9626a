<?php

declare(strict_types=1);

use App\Live\HostClock;
use App\Live\LivePlan;
use App\Live\Player;
use App\Live\Priority;

require dirname(__DIR__, 2).'/vendor/autoload.php';

gc_disable();
$isRaised = Priority::raise();
$folder = (string) ($argv[1] ?? '');
$plan = LivePlan::of((string) file_get_contents("{$folder}/".LivePlan::FILE));
(new Player($plan, $folder, new HostClock($folder)))->play($isRaised ? [] : [Priority::NOTE]);

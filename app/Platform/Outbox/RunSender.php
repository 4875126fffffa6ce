<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Paging\Delivery\MissingWays;
use App\Paging\Delivery\ProbePaths;
use App\Platform\Forever;
use Illuminate\Support\Str;

/** The sender: one process that sends pages and mail. A second one waits, and takes over where the first is gone. */
final class RunSender extends Forever
{
    private const IDLE_MICROSECONDS = 30_000;

    protected $signature = 'skarvo:sender {--once : send what is due now, and stop}';

    protected $description = 'Send pages and mail that are due';

    public function handle(Gateway $gateway): int
    {
        foreach (MissingWays::told() as $missing) {
            $this->warn("{$missing['what']} {$missing['does']}");
        }
        $name = Str::uuid()->toString();
        $sender = new Sender($gateway, $name);
        $probe = new ProbePaths($gateway);

        // While requests are under way it waits for them, and takes no other rest.
        return $this->whileHeld('sender', $name, self::IDLE_MICROSECONDS, 0, static fn(\Closure $mayWork): int => $sender->step($mayWork) + $probe->step($mayWork), static fn(): bool => $sender->isIdle() && $probe->isIdle());
    }
}

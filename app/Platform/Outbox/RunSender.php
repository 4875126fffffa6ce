<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\Contracts\SendsBeside;
use App\Platform\Contracts\Troubles;
use App\Platform\Forever;
use App\Platform\Given;
use Illuminate\Support\Str;

/** The sender: one process that sends pages and mail. A second one waits, and takes over where the first is gone. */
final class RunSender extends Forever
{
    private const IDLE_MICROSECONDS = 30_000;

    protected $signature = 'skarvo:sender {--once : send what is due now, and stop}';

    protected $description = 'Send pages and mail that are due';

    public function handle(Gateway $gateway): int
    {
        foreach (Given::all(Troubles::class) as $troubles) {
            foreach ($troubles->troubles() as $one) {
                $this->warn("{$one['what']} {$one['does']}");
            }
        }
        $name = Str::uuid()->toString();
        $sender = new Sender($gateway, $name);
        $beside = Given::all(SendsBeside::class);

        // While requests are under way it waits for them, and takes no other rest.
        return $this->whileHeld(
            'sender', $name, self::IDLE_MICROSECONDS, 0,
            static fn(\Closure $mayWork): int => $sender->step($mayWork) + array_sum(array_map(
                static fn(SendsBeside $one): int => $one->step($mayWork), $beside,
            )),
            static fn(): bool => $sender->isIdle() && array_filter($beside, static fn(SendsBeside $one): bool => ! $one->isIdle()) === [],
        );
    }
}

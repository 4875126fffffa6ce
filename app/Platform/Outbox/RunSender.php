<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\Lease;
use Illuminate\Console\Command;
use Illuminate\Database\QueryException;
use Illuminate\Support\Str;

/** The sender: one process that sends pages and mail. A second one waits, and takes over where the first is gone. */
final class RunSender extends Command
{
    private const IDLE_MICROSECONDS = 30_000;

    protected $signature = 'skarvo:sender {--once : send what is due now, and stop}';

    protected $description = 'Send pages and mail that are due';

    private bool $stopping = false;

    public function handle(Gateway $gateway): int
    {
        $this->trap([SIGTERM, SIGINT], function (): void {
            $this->stopping = true;
        });
        $name = Str::uuid()->toString();
        $lease = new Lease('sender', $name);
        $sender = new Sender($gateway, $name);
        do {
            $worked = 0;
            try {
                if (! $lease->keep()) {
                    usleep(self::IDLE_MICROSECONDS * 4);

                    continue;
                }
                $worked = $sender->step($lease->isMine(...));
            } catch (QueryException $e) {
                // A database that is busy or away for a moment: what is not marked is sent again under its key.
                report($e);
            }
            if ($worked === 0 && $sender->isIdle() && ! $this->option('once')) {
                usleep(self::IDLE_MICROSECONDS);
            }
        } while (! ($this->stopping && $sender->isIdle()) && (! $this->option('once') || $worked > 0 || ! $sender->isIdle()));
        $lease->release();

        return self::SUCCESS;
    }
}

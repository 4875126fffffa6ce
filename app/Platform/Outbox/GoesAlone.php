<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

/** For messages each of which goes out by itself, whatever else is due. */
trait GoesAlone
{
    public function together(OutboxMessage $message): ?string
    {
        return null;
    }

    public function gathered(OutboxMessage $lead, array $parts): void {}
}

<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Outbox\StartMails;
use Skarvo\Updates\Following\Channel;

/** Updates by mail. */
final class MailNotices extends NoticeMessages
{
    public function __construct(private readonly StartMails $start) {}

    protected function channel(): Channel
    {
        return Channel::Mail;
    }

    protected function start(array $parcels): array
    {
        return ($this->start)(array_map(static fn(Parcel $one): array => [
            'to' => $one->to->address, 'subject' => NoticeWords::subject($one), 'text' => NoticeWords::mail($one), 'key' => $one->key,
            'leave' => route('follow.leave', $one->to->key()),
        ], $parcels));
    }
}

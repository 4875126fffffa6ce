<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Updates\Following\Subscription;
use App\Updates\Following\Wishes;

/** What a follower changes of what they follow; where they read it stays. */
final class ChangeFollowingRequest extends FollowRequest
{
    public function rules(): array
    {
        return ['version' => ['required', 'integer'], ...$this->wishes()];
    }

    public function changed(Subscription $one): Wishes
    {
        return $this->wish($one->channel, $one->address);
    }
}

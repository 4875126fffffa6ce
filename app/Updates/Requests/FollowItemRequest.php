<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Topology\Item;

/** Whether somebody who is signed in wants to hear of what hits an item. */
final class FollowItemRequest extends Form
{
    public function rules(): array
    {
        return ['item' => ['required', 'string', 'max:128', 'exists:items,id'], 'follow' => ['required', 'boolean']];
    }

    public function item(): Item
    {
        return Item::query()->findOrFail((string) $this->validated()['item']);
    }

    public function wants(): bool
    {
        return (bool) $this->validated()['follow'];
    }
}

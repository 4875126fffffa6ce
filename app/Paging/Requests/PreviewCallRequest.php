<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Paging\CallController;
use App\Platform\Http\Form;

/** What is sent to see whom a call would page. */
final class PreviewCallRequest extends Form
{
    public function rules(): array
    {
        return ['whom' => ['nullable', 'array', 'max:'.CallController::MOST], 'whom.*' => ['string']];
    }
}

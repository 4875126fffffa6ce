<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;
use App\Topology\Record\ItemRoles;

/** What is sent to save the roles that items of every type have. */
final class SaveRolesRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'roles' => ['present', 'array', 'max:'.ItemRoles::MOST],
        ];
    }
}

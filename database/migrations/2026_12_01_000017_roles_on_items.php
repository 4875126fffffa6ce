<?php

declare(strict_types=1);

use App\Topology\Record\ItemRoles;
use Illuminate\Database\Migrations\Migration;

return new class () extends Migration
{
    public function up(): void
    {
        ItemRoles::putUsual();
    }
};

<?php

declare(strict_types=1);

use App\Topology\Record\Roles;
use Illuminate\Database\Migrations\Migration;

return new class () extends Migration
{
    public function up(): void
    {
        Roles::putUsual();
    }
};

<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\OfJob;
use App\Models\Person;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;

/** Whatever an address names belongs to a job, and only that job's members see it. */
final class Member
{
    /** @param  string  $or  “office” lets an administrator of the installation in too: they say who works on a job, and see nothing else of it */
    public function handle(Request $request, \Closure $next, string $or = ''): mixed
    {
        $person = $request->user();
        if ($or === 'office' && $person instanceof Person && $person->administrator) {
            return $next($request);
        }
        foreach ($request->route()?->parameters() ?? [] as $name => $model) {
            if ($model instanceof OfJob && $person instanceof Person) {
                $person->mustBeOn($model);
            } elseif ($model instanceof Model && ! $model instanceof Person) {
                throw new \LogicException("Nobody says which job {$name} belongs to.");
            }
        }

        return $next($request);
    }
}

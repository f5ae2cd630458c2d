<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Diastoma\Core\Pipe\Span;

/** Joints by a number and a spacing, or the next one. */
final class LayRequest extends Asked
{
    public function rules(): array
    {
        return [
            'count' => 'required|integer', 'pipe_length_m' => 'required|numeric|between:-1e6,1e6', 'first_pipe' => 'nullable|string|max:60',
            'method' => 'nullable|string|max:80', ...self::pipe(),
        ];
    }

    /** @return array<string, string> of a pipe that is another from here on */
    public static function pipe(): array
    {
        $of = 'exclude_without:pipe|exclude_if:pipe.system,pe_fused|required|';

        return [
            'pipe' => 'array:system,material,convention,size,sdr,dn_mm,od_mm,wall_mm,pn_bar|required_array_keys:system',
            'pipe.system' => 'exclude_without:pipe|required|string|max:40',
            'pipe.material' => 'nullable|in:'.implode(',', array_keys(Span::MATERIALS)),
            'pipe.dn_mm' => "{$of}integer|between:20,4000", 'pipe.od_mm' => "{$of}numeric|between:20,5000", 'pipe.wall_mm' => "{$of}numeric|between:0.5,500",
            'pipe.pn_bar' => 'nullable|numeric|between:0.1,100', 'pipe.convention' => 'required_if:pipe.system,pe_fused|in:metric,ips,dips',
            'pipe.size' => 'required_if:pipe.system,pe_fused|numeric|between:0.1,5000', 'pipe.sdr' => 'required_if:pipe.system,pe_fused|numeric|between:1,100',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'count.*' => 'Say how many joints.', 'pipe_length_m.*' => 'Say how long a pipe is.', 'first_pipe.*' => 'Type the number on the first new pipe.',
            'pipe.material*' => 'Choose what the pipe is of.', 'pipe.convention*' => 'Say what the print line sizes the pipe by: metric, IPS or DIPS.',
            'pipe.size*' => 'The size is a number.',
            'pipe.sdr*' => 'SDR or DR is a number, as printed on the pipe.', 'pipe*' => 'Say what pipe it is: system, size, wall.',
            'method.*' => 'Choose how the joints are made.',
        ];
    }
}

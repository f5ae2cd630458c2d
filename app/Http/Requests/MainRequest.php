<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Diastoma\Core\Pipe\Span;

/** A new main. */
final class MainRequest extends Asked
{
    public function rules(): array
    {
        return [
            'name' => 'required|string|min:2|max:60', 'service' => 'required|in:water,sewer_gravity,sewer_rising,gas', 'system' => 'required|string|max:40',
            'material' => 'nullable|in:'.implode(',', array_keys(Span::MATERIALS)),
            'dn_mm' => 'required_unless:system,pe_fused|integer|between:20,4000', 'pn_bar' => 'nullable|numeric|between:0.1,100',
            'od_mm' => 'required_unless:system,pe_fused|numeric|between:20,5000', 'wall_mm' => 'required_unless:system,pe_fused|numeric|between:0.5,500',
            'convention' => 'required_if:system,pe_fused|in:metric,ips,dips', 'size' => 'required_if:system,pe_fused|numeric',
            'sdr' => 'required_if:system,pe_fused|numeric', 'leaves_joint' => 'nullable|integer|between:1,99999999',
            'design_pressure_kpa' => 'nullable|numeric|between:0,10000',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'material.*' => 'Choose what the pipe is of.', 'name.*' => 'Give the main a name of 2 to 60 letters.',
            'convention.*' => 'Say what the print line sizes the pipe by: metric, IPS or DIPS.',
            'size.*' => 'The size is a number: dn in mm, or nominal inches.', 'sdr.*' => 'SDR or DR is a number, as printed on the pipe.',
            'leaves_joint.*' => 'Type the number of the tee or saddle that it leaves at.', 'service.*' => 'Choose what flows in it.',
            'system.*' => 'Choose a joint system.', 'dn_mm.*' => 'DN is a whole number from 20 to 4000.',
            'od_mm.*' => 'The outside diameter lies between 20 and 5000 mm.', 'wall_mm.*' => 'The wall lies between 0.5 and 500 mm.',
            'pn_bar.*' => 'PN lies between 0.1 and 100 bar.', 'design_pressure_kpa.*' => 'The design pressure lies between 0 and 100 bar.',
        ];
    }
}

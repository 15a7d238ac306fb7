<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\TitleText;

/** What belongs to a thing is not the thing: a lid, a refill, a case for it. The words stay in the title. */
final readonly class Accessory implements Distinction
{
    private const REFILLS = '/(?<![\p{L}\p{N}])(refills?|replacement|spare|spares|nachfuell\p{L}*|ersatz\p{L}*|compatible|kompatib\p{L}*|accessor(?:y|ies)|zubehoer\p{L}*|aftermarket|fits|passend|dummy|empty box|leerkarton|sample|probe|manual only|anleitung)(?![\p{L}\p{N}])/u';

    /** For something that has a model of its own. */
    private const MADE_FOR = '/(?<![\p{L}\p{N}])(?:for|fuer|fits) (?:\p{L}+ ){0,3}\p{L}*[ -]?\d[\p{L}\d-]*(?![\p{L}\p{N}]| ?(?:l|ml|cm|mm|m|kg|g|v|w|x|pack)(?!\p{L}))/u';

    private const FOR = 'for another';

    private const PARTS = '/(?<![\p{L}\p{N}])(?:(?<with>with|mit|incl|including|inkl|inklusive|and|und|plus|\+|&|w\/) (?:\p{L}+ ){0,2}?)?(?<part>case|cover|covers|sleeve|huelle|schutzhuelle|tasche|etui|pouch|charger|charging cable|ladegeraet|ladekabel|battery|batteries|akku|ersatzakku|lid|lids|deckel|strap|armband|holder|halter|halterung|mount|bracket|stand|staender|screen protector|displayschutz|schutzfolie|adapter|adaptor|cable|kabel|remote|fernbedienung|nozzle|duese|hose|schlauch|seal|seals|gasket|gaskets|dichtung|dichtungen|dichtungsring|dichtungsringe|o ring|grommet|cap|caps|verschluss|verschluesse|blade|blades|klinge|klingen|sparepart|motor|belt|riemen|bulb|filter|filters|cartridge|cartridges|patrone|patronen|bag|bags|brush|buerste|weights|weight|gewichte|beschwerungssteine|tap|zapfhahn|spigot|airlock|gaerspund|gaerverschluss|stopper|stopfen|cork|korken|label|labels|etiketten|book|buch|handbook|rezeptbuch|poster|sticker|keyring|key|handle|griff|wheel|rad|drawer|tray|rack|shelf|sheath|scheide|reel|pegs|jug|bowl|pads|spring|box|kit|mat|opener|jar|band|rain cover)(?:e?s|n)?(?![\p{L}\p{N}-])/u';

    public function kind(): string
    {
        return 'accessory';
    }

    public function takenFrom(TitleText $title): array
    {
        $found = [];
        if (preg_match(self::REFILLS, $title->text, $one) === 1) {
            $found[] = $one[1];
        }
        if ((int) preg_match_all(self::PARTS, $title->text, $all, PREG_SET_ORDER) > 0) {
            foreach ($all as $one) {
                $found[] = rtrim($one['part'], 's');
            }
        }
        if (preg_match(self::MADE_FOR, $title->text) === 1) {
            $found[] = self::FOR;
        }
        sort($found);

        return array_values(array_unique($found));
    }

    /** Whoever does not say it may still mean it; but what is made for a thing is not the thing. */
    public function agreement(array $ours, array $theirs): ?Agreement
    {
        $ourParts = array_values(array_diff($ours, [self::FOR]));
        $theirParts = array_values(array_diff($theirs, [self::FOR]));
        $agreement = Agreement::ofSets($ourParts, $theirParts);
        if ($agreement === null || $agreement === Agreement::Equal) {
            return $agreement;
        }
        $isForTheOther = $ourParts === [] && in_array(self::FOR, $theirs, true) || $theirParts === [] && in_array(self::FOR, $ours, true);

        return $isForTheOther ? Agreement::Differs : Agreement::OneSided;
    }
}

package chaperone.server.query;

import java.util.List;
import org.springframework.beans.propertyeditors.CustomCollectionEditor;
import org.springframework.web.bind.WebDataBinder;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.InitBinder;

/** A chosen value is taken as it is: Spring would cut it at commas, and an empty one, which means none, would vanish. */
@ControllerAdvice(basePackageClasses = DeviceListRequest.class)
class DeviceListRequestBinding {
    @InitBinder("deviceListRequest")
    void keepValuesWhole(WebDataBinder binder) {
        binder.registerCustomEditor(List.class, new CustomCollectionEditor(List.class));
    }
}
